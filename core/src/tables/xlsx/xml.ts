import { SaxesParser, type SaxesTagPlain } from "saxes";

export type Attributes = Readonly<Record<string, string>>;

/** What one wants to hear of an XML text. Names come without their prefix. */
export interface Listener {
  readonly open?: (name: string, attributes: Attributes) => void;
  readonly close?: (name: string) => void;
  readonly text?: (text: string) => void;
}

const bare = (name: string): string => name.slice(name.indexOf(":") + 1);

/** Reads XML part by part; throws for what is not well-formed. Entities of a document's own are not known to it. */
export function readXml(bytes: Uint8Array, { open, close, text }: Listener): void {
  const parser = new SaxesParser({ xmlns: false });
  parser.on("error", (error) => {
    throw error;
  });
  parser.on("opentag", ({ name, attributes }: SaxesTagPlain) => open?.(bare(name), attributes));
  parser.on("closetag", ({ name }) => close?.(bare(name)));
  parser.on("text", (written) => text?.(written));
  parser.on("cdata", (written) => text?.(written));
  const decoder = new TextDecoder(encodingOf(bytes));
  for (let at = 0; at < bytes.length; at += STEP)
    parser.write(decoder.decode(bytes.subarray(at, at + STEP), { stream: true }));
  parser.write(decoder.decode()).close();
}

const STEP = 65_536;

/** Parts of a workbook are UTF-8 or UTF-16 (ISO/IEC 29500-2); the latter begin with their mark. */
const encodingOf = ([first, second]: Uint8Array): string =>
  first === 0xff && second === 0xfe ? "utf-16le" : first === 0xfe && second === 0xff ? "utf-16be" : "utf-8";
