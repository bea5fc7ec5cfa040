import { joined } from "../../../base/bytes";
import { isRegular } from "./characters";
import { Dict, List, Name, Ref, Stream, type Value } from "./values";

const encoder = new TextEncoder();

/** A number as an operand of a drawing: no exponent, to a millionth, no needless digits. */
export function numberText(value: number): string {
  if (Number.isInteger(value) && Math.abs(value) < 1e15) return String(value);
  const text = Math.abs(value) < 1e-9 ? "0" : value.toFixed(6);
  return text.includes(".") ? text.replace(/\.?0+$/, "") : text;
}

/** A number of an object, with every digit that it came with. */
function exactText(value: number): string {
  const text = String(value);
  return text.includes("e") ? numberText(value) : text;
}

/** A name as it is written, with the characters escaped that a name can't hold. One byte a character. */
export function nameText(name: string): string {
  let text = "/";
  for (let i = 0; i < name.length; i++) {
    const c = name.charCodeAt(i) & 255;
    text +=
      c > 0x20 && c < 0x7f && c !== 0x23 && isRegular(c)
        ? String.fromCharCode(c)
        : `#${c.toString(16).padStart(2, "0")}`;
  }
  return text;
}

/** Bytes as hexadecimal digits. */
export const hexText = (bytes: Uint8Array): string =>
  Array.from(bytes, (c) => c.toString(16).padStart(2, "0")).join("");

/** A text string: plain where it is plain, else UTF-16 with its mark (ISO 32000-1, 7.9.2.2). */
export function textString(text: string): Uint8Array {
  if (/^[\x20-\x7e]*$/.test(text)) return encoder.encode(text);
  const bytes = new Uint8Array(text.length * 2 + 2);
  bytes.set([0xfe, 0xff]);
  for (let i = 0; i < text.length; i++) {
    bytes[i * 2 + 2] = text.charCodeAt(i) >> 8;
    bytes[i * 2 + 3] = text.charCodeAt(i) & 255;
  }
  return bytes;
}

function text(value: Value): string {
  if (value === null) return "null";
  if (typeof value === "boolean") return String(value);
  if (typeof value === "number") return exactText(value);
  if (value instanceof Uint8Array) return `<${hexText(value)}>`;
  if (value instanceof Name) return nameText(value.text);
  if (value instanceof Ref) return `${value.number} ${value.generation} R`;
  if (value instanceof List) return `[ ${value.items.map(text).join(" ")} ]`;
  if (value instanceof Dict) return dictText(value);
  throw new Error("A stream is an object of its own.");
}

const dictText = ({ entries }: Dict): string =>
  `<< ${[...entries].map(([key, value]) => `${nameText(key)} ${text(value)}`).join(" ")} >>`;

/** An object as it stands in a file: `12 0 obj … endobj`. */
export function objectBytes(number: number, generation: number, value: Value): Uint8Array {
  if (!(value instanceof Stream)) return encoder.encode(`${number} ${generation} obj\n${text(value)}\nendobj\n`);
  const entries = new Map(value.dict.entries).set("Length", value.packed.length);
  return joined([
    encoder.encode(`${number} ${generation} obj\n${dictText(new Dict(entries, value.dict.source))}\nstream\n`),
    value.packed,
    encoder.encode("\nendstream\nendobj\n"),
  ]);
}
