const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** Whether a text from an address can be the id of a row. */
export const isId = (text: string): boolean => UUID.test(text);
