import { Font as Metrics, type IFontNames } from "@pdf-lib/standard-fonts";
import { familyName, type Font } from "../../../drawing";
import { ContentLexer, Token } from "../lexer";
import { arrayAt, dictAt, dictOf, elements, lookup, nameAt, numberAt, numbersAt } from "../objects";
import type { Budget } from "../budget";
import { streamBytes } from "../streams";
import { Name, type Dict, type Value } from "../syntax/values";
import { glyphOfText, textOfCode, textOfGlyph } from "./glyph-names";
import { readToUnicode, type CharacterMap } from "./to-unicode";
import { readCff } from "./cff";
import { predefined } from "./predefined-cmaps";
import { knownCapHeight } from "./known-heights";
import type { FontOutlines } from "./outlines";
import { usualGlyphName } from "./standard-strings";
import { readTrueType } from "./truetype";
import { readType1 } from "./type1";

/** Capitals with a flat top, best first. */
const FLAT_TOPS = "HEITFLXZKMNBDPRUVWYA";
/** Figures are as high as capitals, or nearly so; they stand in for them where a subset has none. */
const FIGURES = "1475";

/** What the interpreter needs of a font: codes to text and widths, and how tall capitals are. */
export interface LoadedFont {
  readonly font: Font;
  /** Text space units per glyph space unit, along: 0.001 but for Type 3. */
  readonly widthUnit: number;
  /** Calls back for each code: its width in glyph space units, its text, and whether word spacing applies. */
  decode(bytes: Uint8Array, each: (width: number, text: string, isWordSpace: boolean) => void): void;
  /** The codes that show a text; undefined where the font, as far as it is in the file, can't show all of it. */
  encode(text: string): Encoded | undefined;
}

/** A text as codes of a font. */
export interface Encoded {
  readonly bytes: Uint8Array;
  /** Codes, and those of them to which word spacing applies. */
  readonly count: number;
  readonly wordSpaces: number;
  /** Glyph space units. */
  readonly width: number;
}

/** A code of a letter that can be shown: its bytes, its width in glyph space units, and whether word spacing applies. */
interface Code {
  readonly bytes: readonly number[];
  readonly width: number;
  readonly isWordSpace: boolean;
}

/** Letters one by one by their codes. */
const encodedBy =
  (codeOf: (letter: string) => Code | undefined): LoadedFont["encode"] =>
  (text) => {
    const codes = Array.from(text, codeOf);
    if (!codes.every((code) => code !== undefined)) return undefined;
    return {
      bytes: Uint8Array.from(codes.flatMap(({ bytes }) => bytes)),
      count: codes.length,
      wordSpaces: codes.filter(({ isWordSpace }) => isWordSpace).length,
      width: codes.reduce((sum, { width }) => sum + width, 0),
    };
  };

/** Codes of one byte, of letters that are there to be shown. */
const encodedInOneByte = (
  codeOf: ReadonlyMap<string, number>,
  widths: Float64Array,
  isThere: (letter: string) => boolean,
): LoadedFont["encode"] =>
  encodedBy((letter) => {
    const code = codeOf.get(letter);
    const width = widths[code ?? -1] ?? 0;
    if (code === undefined || width === 0 || !isThere(letter)) return undefined;
    return { bytes: [code], width, isWordSpace: code === 32 };
  });

/** The standard 14 fonts and the names that files use for them without embedding (ISO 32000-1, 9.6.2.2). */
function standardMetrics(name: string): Metrics | undefined {
  const plain = name.replace(/[ ,]/g, "-");
  const bold = /bold/i.test(plain);
  const slanted = /(italic|oblique)/i.test(plain);
  const pick = (family: string, regular: string, italic: string): IFontNames =>
    `${family}${bold || slanted ? "-" : regular && `-${regular}`}${bold ? "Bold" : ""}${slanted ? italic : ""}` as IFontNames;
  if (/^(Helvetica|Arial)/i.test(plain)) return Metrics.load(pick("Helvetica", "", "Oblique"));
  if (/^Courier/i.test(plain)) return Metrics.load(pick("Courier", "", "Oblique"));
  if (/^Times/i.test(plain)) return Metrics.load(pick("Times", "Roman", "Italic"));
  return undefined;
}

/** `ABCDEF+Barlow-Medium` → `Barlow-Medium`. */
const withoutTag = (name: string): string => name.replace(/^[A-Z]{6}\+/, "");

/** Loads a font resource. Never fails: what can't be found out is marked as assumed. */
export function loadFont(dict: Dict, budget: Budget): LoadedFont {
  const type = nameAt(dict, "Subtype") ?? "";
  const toUnicode = lookup(dict, "ToUnicode");
  const map = toUnicode && dictOf(toUnicode) ? readToUnicode(streamBytes(toUnicode, budget), budget) : undefined;
  if (type === "Type0") return loadComposite(dict, map, budget);
  return type === "Type3" ? loadType3(dict, map, budget) : loadSimple(dict, map, budget);
}

const describe = (
  name: string,
  embedded: boolean,
  [capHeight, capHeightFrom]: readonly [number, Font["capHeightFrom"]],
): Font => ({
  name: withoutTag(name),
  family: familyName(name),
  embedded,
  capHeight,
  capHeightFrom,
});

/** Capitals of most lettering fonts are seven tenths of the size; taken where a font says nothing at all. */
const ASSUMED = [0.7, "assumed"] as const;

type Height = readonly [number, Font["capHeightFrom"]];

/**
 * A file's word for the height is taken where it is one that capitals can have, and speaks of a whole font: writers of
 * subsets put the height of what the subset holds, be it capitals or not.
 */
function fromDescriptor(name: string, descriptor: Dict | undefined): Height | undefined {
  const said = numberAt(descriptor, "CapHeight");
  if (said === undefined || said < 500 || said > 850 || withoutTag(name) !== name) return undefined;
  return [said / 1000, "descriptor"];
}

/** The height of capitals by what is known of a font of this name. */
function byName(name: string): Height | undefined {
  const published = standardMetrics(withoutTag(name))?.CapHeight;
  const known = knownCapHeight(name) ?? (published === undefined ? undefined : published / 1000);
  return known === undefined ? undefined : [known, "metrics"];
}

/**
 * How tall capitals are: by the outlines of those that the font holds, by its own word, by what is known of a font of its
 * name, by its figures, by the file's word. Small letters with ascenders are not taken: in many fonts they stand out
 * above capitals by a twentieth.
 */
function heightOf(
  name: string,
  outlines: FontOutlines | undefined,
  glyphOf: (letter: string) => number | undefined,
  descriptor: Dict | undefined,
): Height {
  return (
    measured(outlines, FLAT_TOPS, glyphOf) ??
    sensible(outlines?.capHeight, outlines) ??
    byName(name) ??
    measured(outlines, FIGURES, glyphOf) ??
    fromDescriptor(name, descriptor) ??
    ASSUMED
  );
}

/** A height in font units as a share of the size; undefined for one that no capitals have: the font is damaged. */
function sensible(height: number | undefined, outlines: FontOutlines | undefined): Height | undefined {
  const share = height === undefined || !outlines ? NaN : height / outlines.unitsPerEm;
  return share > 0.2 && share < 2 ? [share, "outlines"] : undefined;
}

function embeddedFont(
  descriptor: Dict | undefined,
  budget: Budget,
): { embedded: boolean; outlines: FontOutlines | undefined } {
  const files = ["FontFile2", "FontFile3", "FontFile"].map((key) => lookup(descriptor, key));
  const file = files.find((each) => each !== undefined);
  return {
    embedded: file !== undefined,
    outlines: file === undefined ? undefined : outlinesOf(streamBytes(file, budget)),
  };
}

/** What kind of font it is, its first bytes say; the file's word for it is often wrong. */
function outlinesOf(bytes: Uint8Array): FontOutlines | undefined {
  const [a, b] = bytes;
  if (a === 0x25 || a === 0x80) return readType1(bytes);
  if (a === 1 && b === 0) return readCff(bytes);
  return readTrueType(bytes);
}

/** Height of the first of some letters that the font holds. */
function measured(
  outlines: FontOutlines | undefined,
  letters: string,
  glyphOf: (letter: string) => number | undefined,
): Height | undefined {
  if (!outlines) return undefined;
  for (const letter of letters) {
    const glyph = glyphOf(letter);
    const found = glyph === undefined ? undefined : sensible(outlines.topOf(glyph), outlines);
    if (found) return found;
  }
  return undefined;
}

function invert(text: ReadonlyMap<number, string>): Map<string, number> {
  const codes = new Map<string, number>();
  for (const [code, meaning] of text) if (!codes.has(meaning)) codes.set(meaning, code);
  return codes;
}

// ---- simple fonts -------------------------------------------------------------------------

/** Code → text by encoding and differences; ToUnicode goes before both. */
function simpleTexts(
  dict: Dict,
  map: CharacterMap | undefined,
): { texts: string[]; glyphNames: (string | undefined)[] } {
  const encoding = lookup(dict, "Encoding");
  const base = encoding instanceof Name ? encoding.text : nameAt(dictOf(encoding), "BaseEncoding");
  const texts = Array.from({ length: 256 }, (_, code) => textOfCode(code, base, nameAt(dict, "BaseFont")));
  const glyphNames: (string | undefined)[] = texts.map(glyphOfText);
  let code = 0;
  for (const each of arrayAt(dictOf(encoding), "Differences")) {
    if (typeof each === "number") code = each;
    else if (each instanceof Name && code < 256) {
      glyphNames[code] = each.text;
      texts[code++] = textOfGlyph(each.text) ?? "";
    }
  }
  if (map) for (let at = 0; at < texts.length; at++) texts[at] = map.text.get(at) ?? texts[at] ?? "";
  return { texts, glyphNames };
}

function loadSimple(dict: Dict, map: CharacterMap | undefined, budget: Budget): LoadedFont {
  const name = nameAt(dict, "BaseFont") ?? "";
  const descriptor = dictAt(dict, "FontDescriptor");
  const { texts, glyphNames } = simpleTexts(dict, map);
  const { embedded, outlines } = embeddedFont(descriptor, budget);
  const metrics = embedded ? undefined : standardMetrics(withoutTag(name));
  const codeOf = invert(new Map(texts.map((text, code) => [code, text])));
  const glyphOf = (letter: string): number | undefined => {
    const code = codeOf.get(letter);
    if (code === undefined || !outlines) return undefined;
    const named = outlines.glyphNamed(glyphNames[code] ?? "") ?? outlines.glyphNamed(usualGlyphName(letter));
    return named ?? outlines.glyphFor(code) ?? outlines.glyphFor(letter.charCodeAt(0));
  };
  const widths = simpleWidths(dict, descriptor, metrics, glyphNames);
  return {
    font: describe(name, embedded, heightOf(name, outlines, glyphOf, descriptor)),
    widthUnit: 0.001,
    decode: oneByte(texts, widths),
    encode: encodedInOneByte(codeOf, widths, (letter) => !embedded || isDrawn(letter, glyphOf, outlines)),
  };
}

/** Whether the part of a font that is in a file holds the outline of a letter. */
function isDrawn(
  letter: string,
  glyphOf: (letter: string) => number | undefined,
  outlines: FontOutlines | undefined,
): boolean {
  if (letter.trim() === "") return true;
  const glyph = glyphOf(letter);
  return glyph !== undefined && glyph > 0 && outlines !== undefined && (outlines.topOf(glyph) ?? 0) > 0;
}

function simpleWidths(
  dict: Dict,
  descriptor: Dict | undefined,
  metrics: Metrics | undefined,
  glyphNames: readonly (string | undefined)[],
): Float64Array {
  const first = numberAt(dict, "FirstChar") ?? 0;
  const given = numbersAt(dict, "Widths");
  const missing = numberAt(descriptor, "MissingWidth") ?? 0;
  return Float64Array.from({ length: 256 }, (_, code) => {
    const said = given[code - first];
    if (said !== undefined && Number.isFinite(said)) return said;
    const glyph = glyphNames[code];
    return (glyph && metrics?.getWidthOfGlyph(glyph)) || missing;
  });
}

const oneByte =
  (texts: readonly string[], widths: Float64Array): LoadedFont["decode"] =>
  (bytes, each) => {
    for (const code of bytes) each(widths[code] ?? 0, texts[code] ?? "", code === 32);
  };

// ---- Type 3 fonts -------------------------------------------------------------------------

function loadType3(dict: Dict, map: CharacterMap | undefined, budget: Budget): LoadedFont {
  const matrix = numbersAt(dict, "FontMatrix");
  const { texts, glyphNames } = simpleTexts(dict, map);
  const widths = simpleWidths(dict, undefined, undefined, glyphNames);
  const procedures = dictAt(dict, "CharProcs");
  const name = nameAt(dictAt(dict, "FontDescriptor"), "FontName") ?? nameAt(dict, "Name") ?? "Type 3 font";
  return {
    font: describe(name, true, type3Height(procedures, texts, glyphNames, matrix[3] ?? 0.001, budget) ?? ASSUMED),
    widthUnit: Math.abs(matrix[0] ?? 0.001) || 0.001,
    decode: oneByte(texts, widths),
    encode: encodedInOneByte(invert(new Map(texts.map((text, code) => [code, text]))), widths, (letter) => {
      const glyph = glyphNames[texts.indexOf(letter)];
      return glyph !== undefined && lookup(procedures, glyph) !== undefined;
    }),
  };
}

/** The `d1` operator of a flat-topped letter says the box of its outline. */
function type3Height(
  procedures: Dict | undefined,
  texts: readonly string[],
  glyphNames: readonly (string | undefined)[],
  unit: number,
  budget: Budget,
): readonly [number, "outlines"] | undefined {
  for (const letter of FLAT_TOPS) {
    const glyph = glyphNames[texts.indexOf(letter)];
    const stream = glyph === undefined ? undefined : lookup(procedures, glyph);
    const top = stream && topOfGlyphBox(streamBytes(stream, budget));
    if (top) return [Math.abs(top * unit), "outlines"];
  }
  return undefined;
}

const D1 = 0x3164;

function topOfGlyphBox(bytes: Uint8Array): number | undefined {
  const lexer = new ContentLexer(bytes);
  const operands: number[] = [];
  for (let token = lexer.next(); token !== Token.end; token = lexer.next()) {
    if (token === Token.number) operands.push(lexer.number);
    else return token === Token.operator && lexer.operator === D1 ? operands[5] : undefined;
  }
  return undefined;
}

// ---- composite fonts ----------------------------------------------------------------------

function loadComposite(dict: Dict, map: CharacterMap | undefined, budget: Budget): LoadedFont {
  const descendant = dictOf(arrayAt(dict, "DescendantFonts")[0]);
  const descriptor = dictAt(descendant, "FontDescriptor");
  const name = nameAt(dict, "BaseFont") ?? nameAt(descendant, "BaseFont") ?? "";
  const { embedded, outlines } = embeddedFont(descriptor, budget);
  const codeOf = (letter: string): number | undefined => map?.text.codeOf(letter);
  const toGlyph = cidToGlyph(descendant, budget);
  const glyphOf = (letter: string): number | undefined => {
    const code = codeOf(letter);
    return code === undefined ? undefined : toGlyph(outlines?.glyphOfCid(code) ?? code);
  };
  const widths = compositeWidths(descendant, budget);
  const usual = numberAt(descendant, "DW") ?? 1000;
  const widthOf = (code: number): number => widths.get(code) ?? usual;
  return {
    font: describe(name, embedded, heightOf(name, outlines, glyphOf, descriptor)),
    widthUnit: 0.001,
    decode: map ? codesOf(map, widthOf) : (predefined(nameAt(dict, "Encoding") ?? "", usual) ?? codesOf(map, widthOf)),
    encode: encodedByMap(map, codeOf, widthOf),
  };
}

/** A map names the glyphs that a file uses, and those are in it. */
function encodedByMap(
  map: CharacterMap | undefined,
  codeOf: (letter: string) => number | undefined,
  widthOf: (code: number) => number,
): LoadedFont["encode"] {
  const size = codeSize(map);
  return encodedBy((letter) => {
    const code = codeOf(letter);
    if (code === undefined) return undefined;
    const bytes = Array.from({ length: size }, (_, i) => Math.floor(code / 256 ** (size - 1 - i)) & 255);
    return { bytes, width: widthOf(code), isWordSpace: size === 1 && code === 32 };
  });
}

/** Almost every composite font of a drawing has two-byte codes (Identity-H); a map may say one. */
const codeSize = (map: CharacterMap | undefined): number =>
  map?.codeLengths.length === 1 ? (map.codeLengths[0] ?? 2) : 2;

function codesOf(map: CharacterMap | undefined, widthOf: (code: number) => number): LoadedFont["decode"] {
  const size = codeSize(map);
  return (bytes, each) => {
    for (let at = 0; at + size <= bytes.length; at += size) {
      let code = 0;
      for (let i = 0; i < size; i++) code = code * 256 + (bytes[at + i] ?? 0);
      each(widthOf(code), map?.text.get(code) ?? "", size === 1 && code === 32);
    }
  };
}

function cidToGlyph(descendant: Dict | undefined, budget: Budget): (cid: number) => number {
  const table = lookup(descendant, "CIDToGIDMap");
  if (!table || table instanceof Name) return (cid) => cid;
  const bytes = streamBytes(table, budget);
  return (cid) => (bytes[cid * 2] ?? 0) * 256 + (bytes[cid * 2 + 1] ?? 0);
}

/** Codes of composite fonts have two bytes. */
const LAST_CODE = 0xffff;

/** /W: `c [w1 w2 …]` or `first last w` (ISO 32000-1, 9.7.4.3). */
function compositeWidths(descendant: Dict | undefined, budget: Budget): Map<number, number> {
  const widths = new Map<number, number>();
  const list: Value[] = arrayAt(descendant, "W");
  for (let i = 0; i < list.length;) {
    const [from, next, width] = [list[i], list[i + 1], list[i + 2]];
    if (typeof from !== "number") break;
    if (typeof next === "number") {
      const to = Math.min(next, LAST_CODE);
      budget.enter(Math.max(1, to - from + 1));
      if (typeof width === "number") for (let code = Math.max(0, from); code <= to; code++) widths.set(code, width);
      i += 3;
    } else {
      const listed = elements(next);
      budget.enter(listed.length + 1);
      listed.forEach((each, n) => {
        if (typeof each === "number" && from + n <= LAST_CODE) widths.set(from + n, each);
      });
      i += 2;
    }
  }
  return widths;
}
