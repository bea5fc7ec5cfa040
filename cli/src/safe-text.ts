/** Text from a file for a terminal: control characters would move the cursor or change colours. */

export const forTerminal = (text: string): string =>
  text.replace(/[\u0000-\u0009\u000b-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, "�");
