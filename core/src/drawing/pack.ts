import type { Drawing, Page, PathColumns, TextColumns } from "./drawing";

/** First bytes of a packed drawing; a later form gets another number. */
const MAGIC = "HSD1";

const TYPES = { u8: Uint8Array, u16: Uint16Array, u32: Uint32Array, i32: Int32Array, f32: Float32Array } as const;
type TypeName = keyof typeof TYPES;
type Column = InstanceType<(typeof TYPES)[TypeName]>;

interface Part {
  readonly type: TypeName;
  readonly at: number;
  readonly length: number;
}

const PATHS: readonly (readonly [keyof PathColumns, TypeName])[] = [
  ["paint", "u8"],
  ["layer", "i32"],
  ["widthMm", "f32"],
  ["dash", "u16"],
  ["strokeColour", "u32"],
  ["fillColour", "u32"],
  ["firstVerb", "u32"],
  ["verbs", "u8"],
  ["firstPoint", "u32"],
  ["points", "f32"],
];
const TEXTS: readonly (readonly [keyof TextColumns, TypeName])[] = [
  ["paint", "u8"],
  ["layer", "i32"],
  ["font", "u16"],
  ["heightMm", "f32"],
  ["anchors", "f32"],
  ["advanceMm", "f32"],
  ["angleDeg", "f32"],
  ["colour", "u32"],
];

/**
 * A drawing as bytes, to keep and to send: marks and tables, not where in the file they were made.
 * Coordinates become 32-bit (exact to 0.0001 mm on a sheet).
 */
export function packDrawing(drawing: Drawing): Uint8Array {
  const columns: Column[] = [];
  let at = 0;
  const keep = (source: ArrayLike<number>, type: TypeName): Part => {
    const column = TYPES[type].from(source);
    const part = { type, at, length: column.length };
    columns.push(column);
    at += Math.ceil(column.byteLength / 8) * 8;
    return part;
  };
  const pages = drawing.pages.map((page) => ({
    index: page.index,
    widthMm: page.widthMm,
    heightMm: page.heightMm,
    images: page.images,
    viewports: page.viewports,
    paths: {
      count: page.paths.count,
      parts: PATHS.map(([name, type]) => keep(page.paths[name] as ArrayLike<number>, type)),
    },
    texts: {
      count: page.texts.count,
      strings: page.texts.strings,
      parts: TEXTS.map(([name, type]) => keep(page.texts[name] as ArrayLike<number>, type)),
    },
  }));
  const { format, layers, fonts, dashes, notes } = drawing;
  const header = new TextEncoder().encode(JSON.stringify({ format, layers, fonts, dashes, notes, pages }));
  const start = Math.ceil((8 + header.length) / 8) * 8;
  const bytes = new Uint8Array(start + at);
  bytes.set(new TextEncoder().encode(MAGIC));
  new DataView(bytes.buffer).setUint32(4, header.length, true);
  bytes.set(header, 8);
  let to = start;
  for (const column of columns) {
    bytes.set(new Uint8Array(column.buffer, column.byteOffset, column.byteLength), to);
    to += Math.ceil(column.byteLength / 8) * 8;
  }
  return bytes;
}

type PackedPage = Omit<Page, "paths" | "texts" | "source"> & {
  paths: { count: number; parts: Part[] };
  texts: { count: number; strings: string[]; parts: Part[] };
};

/** The drawing in packed bytes. Throws on bytes that are no packed drawing. */
export function unpackDrawing(packed: Uint8Array): Drawing {
  // Columns are read in place, so they must begin on whole words.
  const bytes = packed.byteOffset % 8 === 0 ? packed : packed.slice();
  if (new TextDecoder().decode(bytes.subarray(0, 4)) !== MAGIC)
    throw new Error("These bytes are not a packed drawing.");
  const length = new DataView(bytes.buffer, bytes.byteOffset).getUint32(4, true);
  const { pages, ...rest } = JSON.parse(new TextDecoder().decode(bytes.subarray(8, 8 + length))) as Omit<
    Drawing,
    "pages"
  > & { pages: PackedPage[] };
  const start = bytes.byteOffset + Math.ceil((8 + length) / 8) * 8;
  const columns = (names: readonly (readonly [string, TypeName])[], parts: readonly Part[]): Record<string, Column> =>
    Object.fromEntries(
      parts.map(({ type, at, length: count }, i) => [
        names[i]?.[0] ?? "",
        new TYPES[type](bytes.buffer as ArrayBuffer, start + at, count),
      ]),
    );
  return { ...rest, pages: pages.map((page) => unpackPage(page, columns)) };
}

function unpackPage(
  page: PackedPage,
  columns: (names: readonly (readonly [string, TypeName])[], parts: readonly Part[]) => Record<string, Column>,
): Page {
  const { paths, texts, ...rest } = page;
  const none = new Uint32Array(0);
  const nothing = new Float64Array(0);
  return {
    ...rest,
    paths: { count: paths.count, ...columns(PATHS, paths.parts), source: none } as unknown as PathColumns,
    texts: {
      count: texts.count,
      strings: texts.strings,
      ...columns(TEXTS, texts.parts),
      source: none,
    } as unknown as TextColumns,
    source: {
      instances: [],
      paths: {
        count: 0,
        instance: none,
        start: none,
        end: none,
        widthFrom: none,
        widthTo: none,
        dashFrom: none,
        dashTo: none,
        unitMm: nothing,
        width: nothing,
        dashText: new Uint16Array(0),
        dashTexts: [],
      },
      texts: {
        count: 0,
        instance: none,
        start: none,
        end: none,
        size: nothing,
        horizontal: nothing,
        carried: new Uint8Array(0),
        grows: nothing,
        lead: nothing,
        fontNames: [],
      },
    },
  };
}
