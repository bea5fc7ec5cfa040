import type { Drawing, Page, PathColumns, TextColumns } from "./drawing";

/**
 * Version of what is read and how it is kept. It grows when the reader sees more or the columns
 * change; a kept drawing of another version is read again from its file.
 */
export const DRAWING_VERSION = 7;

/** First bytes of every packed drawing, whatever its version. */
const MAGIC = "HSD";

const TYPES = { u8: Uint8Array, u16: Uint16Array, u32: Uint32Array, i32: Int32Array, f32: Float32Array } as const;
type TypeName = keyof typeof TYPES;
type Column = Uint8Array | Uint16Array | Uint32Array | Int32Array | Float32Array;

interface Part {
  readonly at: number;
  readonly length: number;
}

/** The typed columns of a set of rows, by name, each with its type: what the types of `drawing.ts` say. */
type ColumnTypes<C> = {
  readonly [K in keyof C as C[K] extends Column ? K : never]: C[K] extends Uint8Array
    ? "u8"
    : C[K] extends Uint16Array
      ? "u16"
      : C[K] extends Uint32Array
        ? "u32"
        : C[K] extends Int32Array
          ? "i32"
          : "f32";
};

const PATHS: ColumnTypes<PathColumns> = {
  paint: "u8",
  layer: "i32",
  widthMm: "f32",
  dash: "u16",
  strokeColour: "u32",
  fillColour: "u32",
  fillPattern: "u16",
  order: "u32",
  group: "u32",
  clip: "u32",
  transparency: "u16",
  firstVerb: "u32",
  verbs: "u8",
  firstPoint: "u32",
  points: "f32",
};
const TEXTS: ColumnTypes<TextColumns> = {
  paint: "u8",
  layer: "i32",
  font: "u16",
  heightMm: "f32",
  anchors: "f32",
  advanceMm: "f32",
  stretch: "f32",
  angleDeg: "f32",
  colour: "u32",
  order: "u32",
  group: "u32",
  clip: "u32",
  transparency: "u16",
  runsOn: "u8",
  pauses: "f32",
};

/** Columns as they are listed in the head of a packed drawing. */
type Packed<C> = Record<keyof ColumnTypes<C>, Part>;
type PackedPage = Omit<Page, "paths" | "texts"> & {
  readonly paths: { readonly count: number; readonly columns: Packed<PathColumns> };
  readonly texts: {
    readonly count: number;
    readonly strings: readonly string[];
    readonly columns: Packed<TextColumns>;
  };
};
type Head = Omit<Drawing, "pages"> & { readonly pages: readonly PackedPage[] };

const WORD = 8;
const wholeWords = (bytes: number): number => Math.ceil(bytes / WORD) * WORD;

/** A drawing as bytes, to keep and to send: its columns as they are, and a head of JSON that says where each stands. */
export function packDrawing(drawing: Drawing): Uint8Array {
  const columns: { readonly column: Column; readonly at: number }[] = [];
  let end = 0;
  const keep = (column: Column): Part => {
    const part = { at: end, length: column.length };
    columns.push({ column, at: end });
    end += wholeWords(column.byteLength);
    return part;
  };
  const keepAll = <C>(types: ColumnTypes<C>, rows: C): Packed<C> => {
    const names = Object.keys(types) as (keyof ColumnTypes<C> & keyof C)[];
    return Object.fromEntries(names.map((name) => [name, keep(rows[name] as Column)])) as Packed<C>;
  };
  const head: Head = {
    ...drawing,
    pages: drawing.pages.map(({ paths, texts, ...page }) => ({
      ...page,
      paths: { count: paths.count, columns: keepAll<PathColumns>(PATHS, paths) },
      texts: { count: texts.count, strings: texts.strings, columns: keepAll<TextColumns>(TEXTS, texts) },
    })),
  };
  const text = new TextEncoder().encode(JSON.stringify(head));
  const start = wholeWords(WORD + text.length);
  const bytes = new Uint8Array(start + end);
  bytes.set(new TextEncoder().encode(MAGIC));
  bytes[MAGIC.length] = DRAWING_VERSION;
  new DataView(bytes.buffer).setUint32(4, text.length, true);
  bytes.set(text, WORD);
  for (const { column, at } of columns)
    bytes.set(new Uint8Array(column.buffer, column.byteOffset, column.byteLength), start + at);
  return bytes;
}

/** The version that a packed drawing was kept in; undefined for bytes that are none. */
export function versionOfPacked(bytes: Uint8Array): number | undefined {
  const magic = new TextDecoder().decode(bytes.subarray(0, MAGIC.length));
  return magic === MAGIC ? bytes[MAGIC.length] : undefined;
}

/** The drawing in packed bytes of today's version. Throws on all others: they are to be read again from their file. */
export function unpackDrawing(packed: Uint8Array): Drawing {
  const version = versionOfPacked(packed);
  if (version === undefined) throw new Error("These bytes are not a packed drawing.");
  if (version !== DRAWING_VERSION)
    throw new Error(`This packed drawing has another version (${version}); it must be read again from its file.`);
  // Columns are read in place, so they must begin on whole words.
  const bytes = packed.byteOffset % WORD === 0 ? packed : packed.slice();
  const length = new DataView(bytes.buffer, bytes.byteOffset).getUint32(4, true);
  const { pages, ...rest } = JSON.parse(new TextDecoder().decode(bytes.subarray(WORD, WORD + length))) as Head;
  const start = bytes.byteOffset + wholeWords(WORD + length);
  const columns = <C>(types: ColumnTypes<C>, parts: Packed<C>): Pick<C, keyof ColumnTypes<C> & keyof C> => {
    const names = Object.keys(types) as (keyof ColumnTypes<C>)[];
    return Object.fromEntries(
      names.map((name) => {
        const { at, length: count } = parts[name];
        return [name, new TYPES[types[name] as TypeName](bytes.buffer as ArrayBuffer, start + at, count)];
      }),
    ) as Pick<C, keyof ColumnTypes<C> & keyof C>;
  };
  return {
    ...rest,
    pages: pages.map(({ paths, texts, ...page }) => ({
      ...page,
      paths: { count: paths.count, ...columns<PathColumns>(PATHS, paths.columns) },
      texts: { count: texts.count, strings: texts.strings, ...columns<TextColumns>(TEXTS, texts.columns) },
    })),
  };
}
