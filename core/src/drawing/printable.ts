/** One line of text as it can be drawn: line ends and tabs become spaces, other control characters go. */
export const printable = (text: string): string =>
  text
    .replace(/[\t\r\n]+/g, " ")
    .replace(/[\u0000-\u001f\u007f-\u009f\ufffe\uffff]/g, "")
    .toWellFormed()
    .normalize("NFC");
