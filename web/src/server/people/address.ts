/** Where people reach Hemstitch, as they type it; loopback where nothing is said. */
export const publicAddress = (): string | undefined => process.env["HEMSTITCH_ADDRESS"]?.replace(/\/$/, "");
