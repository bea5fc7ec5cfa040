import { Encodings } from "@pdf-lib/standard-fonts";
import { decodeWindows1252 } from "../../../base/windows-1252";

/** Glyph names beyond those of the Windows encoding that drawing files use. After the Adobe Glyph List. */
const FURTHER: Record<string, string> = {
  ff: "ff",
  fi: "fi",
  fl: "fl",
  ffi: "ffi",
  ffl: "ffl",
  minus: "−",
  fraction: "⁄",
  notequal: "≠",
  lessequal: "≤",
  greaterequal: "≥",
  infinity: "∞",
  approxequal: "≈",
  delta: "δ",
  Delta: "∆",
  pi: "π",
  Omega: "Ω",
  alpha: "α",
  beta: "β",
  gamma: "γ",
  theta: "θ",
  phi: "φ",
  Phi: "Φ",
  second: "″",
  minute: "′",
  arrowup: "↑",
  arrowdown: "↓",
  arrowleft: "←",
  arrowright: "→",
  onethird: "⅓",
  twothirds: "⅔",
  oneeighth: "⅛",
  threeeighths: "⅜",
  fiveeighths: "⅝",
  seveneighths: "⅞",
  dotlessi: "ı",
  Lslash: "Ł",
  lslash: "ł",
  nbspace: "\u00a0",
  sfthyphen: "\u00ad",
  mu: "µ",
  centerdot: "·",
  summation: "∑",
  product: "∏",
  radical: "√",
  partialdiff: "∂",
  integral: "∫",
  lozenge: "◊",
};

const byName = new Map<string, string>(Object.entries(FURTHER));
const nameByCode = new Map<number, string>();
for (const point of Encodings.WinAnsi.supportedCodePoints) {
  const { code, name } = Encodings.WinAnsi.encodeUnicodeCodePoint(point);
  if (!byName.has(name)) byName.set(name, String.fromCodePoint(point));
  nameByCode.set(code, name);
}
const nameByText = new Map([...byName].map(([name, text]) => [text, name]));

/** The text that a glyph name stands for: `eacute` → é, `uni2033` → ″, `u1F600`; undefined for private names. */
export function textOfGlyph(glyphName: string): string | undefined {
  const name = glyphName.split(".")[0] ?? "";
  const listed = byName.get(name);
  if (listed !== undefined) return listed;
  const uni = /^uni((?:[0-9A-F]{4})+)$/.exec(name);
  if (uni?.[1]) return String.fromCharCode(...(uni[1].match(/.{4}/g) ?? []).map((hex) => parseInt(hex, 16)));
  const u = /^u([0-9A-F]{4,6})$/.exec(name);
  const point = u?.[1] ? parseInt(u[1], 16) : NaN;
  return point <= 0x10ffff ? String.fromCodePoint(point) : undefined;
}

export const glyphOfText = (text: string): string | undefined => nameByText.get(text);

/** Upper half of Adobe's StandardEncoding (ISO 32000-1, annex D), code → text. */
const STANDARD_UPPER: Record<number, string> = {
  0x27: "’",
  0x60: "‘",
  0xa1: "¡",
  0xa2: "¢",
  0xa3: "£",
  0xa4: "⁄",
  0xa5: "¥",
  0xa6: "ƒ",
  0xa7: "§",
  0xa8: "¤",
  0xa9: "'",
  0xaa: "“",
  0xab: "«",
  0xac: "‹",
  0xad: "›",
  0xae: "fi",
  0xaf: "fl",
  0xb1: "–",
  0xb2: "†",
  0xb3: "‡",
  0xb4: "·",
  0xb6: "¶",
  0xb7: "•",
  0xb8: "‚",
  0xb9: "„",
  0xba: "”",
  0xbb: "»",
  0xbc: "…",
  0xbd: "‰",
  0xbf: "¿",
  0xd0: "—",
  0xe1: "Æ",
  0xe3: "ª",
  0xe8: "Ł",
  0xe9: "Ø",
  0xea: "Œ",
  0xeb: "º",
  0xf1: "æ",
  0xf5: "ı",
  0xf8: "ł",
  0xf9: "ø",
  0xfa: "œ",
  0xfb: "ß",
};

/** Decodes one code of a simple font's base encoding; `undefined` where the font says none: that of its own name. */
export function textOfCode(code: number, encoding: string | undefined, fontName = ""): string {
  if (encoding === "WinAnsiEncoding") return code < 0x20 ? "" : decodeWindows1252(Uint8Array.of(code));
  if (encoding === "MacRomanEncoding") return macRoman()[code] ?? "";
  const own = encoding === undefined ? ownEncoding(fontName) : undefined;
  if (own) return own.get(code) ?? "";
  const special = STANDARD_UPPER[code];
  if (special !== undefined) return special;
  return code >= 0x20 && code < 0x7f ? String.fromCharCode(code) : "";
}

let mac: readonly string[] | undefined;

function macRoman(): readonly string[] {
  const decoder = new TextDecoder("macintosh");
  mac ??= Array.from({ length: 256 }, (_, code) => (code < 0x20 ? "" : decoder.decode(Uint8Array.of(code))));
  return mac;
}

const own = new Map<string, ReadonlyMap<number, string>>();

/** The encoding that is built into the two standard fonts of signs (ISO 32000-1, annex D.5 and D.6). */
function ownEncoding(fontName: string): ReadonlyMap<number, string> | undefined {
  const name = /^Symbol/i.test(fontName) ? "Symbol" : /^ZapfDingbats/i.test(fontName) ? "ZapfDingbats" : undefined;
  if (!name) return undefined;
  let table = own.get(name);
  if (!table) {
    const encoding = Encodings[name];
    table = new Map(
      encoding.supportedCodePoints.map((point) => [
        encoding.encodeUnicodeCodePoint(point).code,
        String.fromCodePoint(point),
      ]),
    );
    own.set(name, table);
  }
  return table;
}
