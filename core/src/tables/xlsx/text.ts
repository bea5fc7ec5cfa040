/** Characters that XML can't hold or would change, as ISO/IEC 29500-1 writes them: `_x000D_`. */
export const escapedText = (text: string): string =>
  text
    .replace(/_x(?=[0-9A-Fa-f]{4}_)/g, "_x005F_x")
    .replace(
      /[\u0000-\u0008\u000b-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g,
      (c) => `_x${c.charCodeAt(0).toString(16).toUpperCase().padStart(4, "0")}_`,
    );

/** The characters that such an escape stands for. */
export const unescapedText = (text: string): string =>
  text.replace(/_x([0-9A-Fa-f]{4})_/g, (_, code: string) => String.fromCharCode(parseInt(code, 16)));
