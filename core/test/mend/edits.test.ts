import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import type { Change, Drawing } from "../../src/drawing";
import { editDrawing, readDrawing } from "../../src/formats";
import { ChangeLog, unmeantDifferences } from "../../src/mend";
import { pictureOf, pixelsThatDiffer } from "../support/pictures";
import { lettering, on, onePage, PT, RawPdf, type OnePage } from "../support/raw-pdf";
import { traced } from "../support/trace";
import { checkedByQpdf, drawingOf, temporary } from "../support/tools";

/*
 * Changes carried out in files of many structures. Each is proved by our reader, by qpdf's check, and by mutool: its
 * trace says on which layer each mark is, and its picture that a move changes nothing.
 */

interface Edited {
  readonly bytes: Uint8Array;
  readonly drawing: Drawing;
}

/** Changes a file, and proves that nothing else changed. */
async function edited(bytes: Uint8Array, changes: readonly Change[]): Promise<Edited> {
  const { drawing: before, origin } = must(await readDrawing(bytes));
  const result = must(await editDrawing(bytes, origin, changes));
  checkedByQpdf(result);
  const drawing = await drawingOf(result);
  const log = new ChangeLog(before);
  log.note(before, changes);
  expect(unmeantDifferences(before, drawing, log)).toEqual([]);
  return { bytes: result, drawing };
}

async function refused(bytes: Uint8Array, changes: readonly Change[]): Promise<string> {
  const { origin } = must(await readDrawing(bytes));
  const result = await editDrawing(bytes, origin, changes);
  if (result.ok) throw new Error("It was carried out.");
  return result.problem.message;
}

const move = (of: "paths" | "texts", rows: readonly number[], to: string): Change => ({
  kind: "move",
  page: 1,
  of,
  rows: Uint32Array.from(rows),
  to,
});

const layersOf = (drawing: Drawing, of: "paths" | "texts"): (string | undefined)[] =>
  Array.from(drawing.pages[0]![of].layer, (id) => drawing.layers[id]?.name);

/** The layers of marks as mutool lists them. */
function tracedLayers(bytes: Uint8Array, names: readonly string[]): Record<"paths" | "texts", (string | undefined)[]> {
  const [page] = traced(temporary(bytes), (name) => names.includes(name));
  return { paths: page!.paths.map(({ layer }) => layer), texts: page!.texts.map(({ layer }) => layer) };
}

const LAYERS = ["0", "A-WALL", "A-ANNO-TEXT"];
const NAMES = [...LAYERS, "A-NEW"];
const page = (content: string, more: Partial<OnePage> = {}): Uint8Array =>
  onePage({ layers: LAYERS, content, ...more });
const line = (y: number): string => `10 ${y} m 90 ${y} l S\n`;
const form = (file: RawPdf, content: string, more = ""): string =>
  file.stream(content, `/Type /XObject /Subtype /Form /BBox [0 0 400 290] ${more}`, true);

describe("moving marks to another layer", () => {
  const texts = (matrix: string): string =>
    `BT /F1 5 Tf ${matrix} Tm (one) Tj 0 -8 Td (two) Tj 0 -8 Td (three) Tj ET\n`;
  const cases: [string, Uint8Array, Change[], (string | undefined)[], (string | undefined)[]][] = [
    ["of a path on none", page(line(1) + line(2)), [move("paths", [1], "A-WALL")], [undefined, "A-WALL"], []],
    [
      "of all that a sequence holds",
      page(on(0, line(1) + lettering("A", 5, 5, 3)) + on(1, line(3))),
      [move("paths", [0], "A-WALL"), move("texts", [0], "A-WALL")],
      ["A-WALL", "A-WALL"],
      ["A-WALL"],
    ],
    [
      "of some that a sequence holds",
      page(on(0, line(1) + line(2) + line(3) + `q 2 w ${line(4)} Q ` + line(5))),
      [move("paths", [1, 2, 3], "A-WALL")],
      ["0", "A-WALL", "A-WALL", "A-WALL", "0"],
      [],
    ],
    [
      "to a layer that the file has not",
      page(on(0, line(1) + line(2))),
      [move("paths", [0], "A-NEW")],
      ["A-NEW", "0"],
      [],
    ],
    [
      "to two layers at once",
      page(on(0, line(1) + line(2) + line(3))),
      [move("paths", [0], "A-WALL"), move("paths", [1], "A-NEW")],
      ["A-WALL", "A-NEW", "0"],
      [],
    ],
    [
      "of one string of several in a text object within a sequence",
      page(on(0, texts("1 0 0 1 20 80"))),
      [move("texts", [1], "A-ANNO-TEXT")],
      [],
      ["0", "A-ANNO-TEXT", "0"],
    ],
    [
      "of one string in a slanted, turned text object",
      page(on(0, `q 0.9 0.2 -0.1 1.1 3 4 cm ${texts("0.8 0.6 -0.6 0.8 120 40")} Q`)),
      [move("texts", [0, 2], "A-ANNO-TEXT")],
      [],
      ["A-ANNO-TEXT", "0", "A-ANNO-TEXT"],
    ],
    [
      "of a string whose sequence began within the text object",
      page(`BT /F1 5 Tf 20 80 Td /OC /L0 BDC (one) Tj 0 -8 Td (two) Tj EMC ET\n`),
      [move("texts", [1], "A-ANNO-TEXT")],
      [],
      ["0", "A-ANNO-TEXT"],
    ],
    [
      "of strings that run on, together",
      page(on(0, `BT /F1 5 Tf 20 80 Td (one) Tj (two) Tj 0 -8 Td (three) Tj ET\n`)),
      [move("texts", [0, 1], "A-ANNO-TEXT")],
      [],
      ["A-ANNO-TEXT", "A-ANNO-TEXT", "0"],
    ],
    [
      "of a form's marks, where it is drawn on a layer: the form goes",
      page(on(0, `${line(1)}/F Do ${line(2)}`), {
        resources: (file) => `/XObject << /F ${form(file, line(3) + line(4))} >>`,
      }),
      [move("paths", [1, 2], "A-WALL")],
      ["0", "A-WALL", "A-WALL", "0"],
      [],
    ],
    [
      "of one mark of a form that is drawn on none, twice: the other drawing of it stays",
      page(`/F Do q 1 0 0 1 0 50 cm /F Do Q`, {
        resources: (file) => `/XObject << /F ${form(file, line(3) + line(4))} >>`,
      }),
      [move("paths", [3], "A-WALL")],
      [undefined, undefined, undefined, "A-WALL"],
      [],
    ],
    [
      "of an inner layer's mark within an outer one",
      page(on(1, line(1) + on(0, line(2) + line(3)))),
      [move("paths", [1], "A-ANNO-TEXT")],
      ["A-WALL", "A-ANNO-TEXT", "0"],
      [],
    ],
  ];
  it.each(cases)("%s", async (_name, bytes, changes, paths, strings) => {
    const { bytes: after, drawing } = await edited(bytes, changes);
    expect(layersOf(drawing, "paths")).toEqual(paths);
    expect(layersOf(drawing, "texts")).toEqual(strings);
    const seen = tracedLayers(after, NAMES);
    expect(seen.paths).toEqual(paths);
    // mutool lists strings of one text object as one, and tells layers that change within it for none of them.
    const told = new Set(seen.texts);
    if (!told.has(undefined)) expect(told).toEqual(new Set(strings));
    expect(pixelsThatDiffer(pictureOf(bytes), pictureOf(after))).toEqual([]);
  });
  it.each([
    [
      "marks painted in one go with others",
      page(on(0, "1 1 m 9 1 l 1 5 m 9 5 l S")),
      [move("paths", [0], "A-WALL")],
      "in one go",
    ],
    [
      "marks within other marked content",
      page(on(0, `/Artifact BMC ${line(1)} ${line(2)} EMC`)),
      [move("paths", [0], "A-WALL")],
      "within other marked content",
    ],
    [
      "a part of a form that is drawn on a layer",
      page(on(0, "/F Do"), { resources: (file) => `/XObject << /F ${form(file, line(3) + line(4))} >>` }),
      [move("paths", [0], "A-WALL")],
      "part of a form",
    ],
    [
      "a string that another goes on from",
      page(on(0, `BT /F1 5 Tf 20 80 Td (one) Tj (two) Tj ET\n`)),
      [move("texts", [0], "A-ANNO-TEXT")],
      "goes on where this ends",
    ],
    [
      "marks that several layers decide over",
      page(`/OC /M BDC ${line(1)} ${line(2)} EMC`, {
        resources: (_file, [a, b]) => `/Properties << /M << /Type /OCMD /OCGs [${a} ${b}] /P /AnyOn >> >>`,
      }),
      [move("paths", [0], "A-ANNO-TEXT")],
      "Several layers",
    ],
  ])("refuses %s", async (_name, bytes, changes, reason) => {
    expect(await refused(bytes, changes)).toContain(reason);
  });
});

describe("switching a layer off", () => {
  const off = (layer: number): Change => ({ kind: "switch-off", layer });
  it.each([
    ["that is on by default", page(on(0, line(5)) + on(1, line(50)))],
    ["whose own word says that it is printed", printed()],
  ])("hides what is on it, and nothing else: one %s", async (_name, bytes) => {
    const { bytes: after, drawing } = await edited(bytes, [off(0)]);
    expect(drawing.layers.map(({ visible }) => visible)).toEqual(drawing.layers.map((_, i) => i !== 0));
    const rows = pixelsThatDiffer(pictureOf(bytes), pictureOf(after)).map(([, y]) => 297 - (y / 100) * 25.4);
    expect(rows.length).toBeGreaterThan(0);
    expect(rows.filter((y) => Math.abs(y - 5) > 1)).toEqual([]);
  });
  it("is not proved where it decides over marks of another layer", async () => {
    const bytes = page(on(0, line(1) + on(1, line(2))));
    const { drawing: before, origin } = must(await readDrawing(bytes));
    const after = await drawingOf(must(await editDrawing(bytes, origin, [off(0)])));
    const log = new ChangeLog(before);
    log.note(before, [off(0)]);
    expect(unmeantDifferences(before, after, log)).toEqual([expect.stringContaining("Line 1")]);
  });

  /** A file whose first layer says itself whether it is printed, which counts by the configuration's /AS. */
  function printed(): Uint8Array {
    const file = new RawPdf();
    const layer = (name: string): string =>
      file.add(`<< /Type /OCG /Name (${name}) /Usage << /Print << /PrintState /ON >> >> >>`);
    const layers = [layer("0"), layer("A-WALL")];
    const content = file.stream(`${PT} 0 0 ${PT} 0 0 cm ${on(0, line(5))}${on(1, line(50))}`);
    const pages = file.reserve();
    const only = file.add(
      `<< /Type /Page /Parent ${pages.ref} /MediaBox [0 0 ${420 * PT} ${297 * PT}] /Contents ${content} /Resources << /Properties << /L0 ${layers[0]} /L1 ${layers[1]} >> >> >>`,
    );
    pages.set(`<< /Type /Pages /Kids [${only}] /Count 1 >>`);
    const all = layers.join(" ");
    // The configuration and its lists stand in objects of their own.
    const list = file.add(`[${all}]`);
    const state = file.add(
      `<< /BaseState /OFF /ON ${list} /AS [<< /Event /Print /Category [/Print] /OCGs ${list} >>] >>`,
    );
    return file.build(
      file.add(`<< /Type /Catalog /Pages ${pages.ref} /OCProperties << /OCGs ${list} /D ${state} >> >>`),
    );
  }
});

describe("setting the shade of lines", () => {
  const shade = (rows: readonly number[], percent: number): Change => ({
    kind: "set-shade",
    page: 1,
    rows: Uint32Array.from(rows),
    percent,
  });
  it("sets it on the lines that are meant, whatever colour space was in force, and gives the colour back", async () => {
    const bytes = page(
      `1 0 0 RG 2 w ${line(10)}${line(20)} 0 1 1 0 K ${line(30)} /DeviceRGB CS 0 0 1 SC ${line(40)}${line(50)}`,
    );
    const { drawing } = await edited(bytes, [shade([0, 2, 3], 100)]);
    expect(Array.from(drawing.pages[0]!.paths.strokeColour)).toEqual([0, 0xff0000, 0, 0, 0x0000ff]);
  });
  it("works together with a width and a move of the same line", async () => {
    const bytes = page(on(0, `1 0 0 RG 2 w ${line(10)}${line(20)}`));
    const { drawing, bytes: after } = await edited(bytes, [
      shade([0], 60),
      { kind: "set-width", page: 1, rows: Uint32Array.of(0), widthMm: 0.5 },
      move("paths", [0], "A-WALL"),
    ]);
    const { paths } = drawing.pages[0]!;
    expect(Array.from(paths.strokeColour)).toEqual([0x666666, 0xff0000]);
    expect(Array.from(paths.widthMm)).toEqual([0.5, 2]);
    expect(tracedLayers(after, NAMES).paths).toEqual(["A-WALL", "0"]);
    const [page0] = traced(temporary(after), () => true);
    expect(page0!.paths.map(({ widthMm }) => Number(widthMm.toFixed(3)))).toEqual([0.5, 2]);
  });
  it("refuses a path that cuts what comes after it", async () => {
    const bytes = page("q 10 10 50 50 re W S 0 0 m 90 90 l S Q");
    expect(await refused(bytes, [shade([0], 100)])).toContain("does more than paint");
  });
});

describe("removing marks", () => {
  const remove = (rows: readonly number[]): Change => ({ kind: "remove", page: 1, rows: Uint32Array.from(rows) });
  it("takes them away, and what comes after keeps its look and order", async () => {
    const bytes = page(
      `1 w ${line(10)}${line(10)} 2 w ${line(20)} ${lettering("A", 9, 40, 5)} 0.5 g 10 50 20 20 re f 30 50 20 20 re B*`,
    );
    const { drawing, bytes: after } = await edited(bytes, [remove([1, 3])]);
    expect(Array.from(drawing.pages[0]!.paths.widthMm)).toEqual([1, 2, 2]);
    const [page0] = traced(temporary(after), () => true);
    // A path that is filled and stroked is two of mutool's.
    expect(page0!.paths.map(({ kind }) => kind)).toEqual(["stroke", "stroke", "fill", "stroke"]);
  });
  it("refuses a mark that is painted in one go with one that is to stay", async () => {
    expect(await refused(page("1 1 m 9 1 l 1 5 m 9 5 l S"), [remove([0])])).toContain("in one go");
  });
  it("is told by the rows of the original over several passes", async () => {
    const bytes = page(`1 w ${line(10)}${line(20)}${line(30)}${line(40)}`);
    const before = await drawingOf(bytes);
    const log = new ChangeLog(before);
    const once = await edited(bytes, [remove([1])]);
    log.note(before, [remove([1])]);
    const then: Change[] = [{ kind: "set-width", page: 1, rows: Uint32Array.of(1), widthMm: 3 }, remove([2])];
    const twice = await edited(once.bytes, then);
    log.note(once.drawing, then);
    expect(unmeantDifferences(before, twice.drawing, log)).toEqual([]);
    expect(Array.from(twice.drawing.pages[0]!.paths.widthMm)).toEqual([1, 3]);
    // And the log does not let everything pass.
    const wrong = new ChangeLog(before);
    wrong.note(before, [remove([2]), remove([3])]);
    expect(unmeantDifferences(before, twice.drawing, wrong)).not.toEqual([]);
  });
});

describe("rewriting words", () => {
  const rewrite = (rows: readonly number[], strings: readonly string[], about: number): Change => ({
    kind: "set-text",
    page: 1,
    rows: Uint32Array.from(rows),
    strings,
    about,
  });
  it("keeps the start, or the middle, and leaves the rest in its place", async () => {
    const bytes = page(`BT /F1 5 Tf 0.2 Tc 20 80 Td (hall) Tj 0 -9 Td [-500 (sto) 20 (re)] TJ 0 -9 Td (kept) Tj ET`);
    const before = await drawingOf(bytes);
    const { drawing } = await edited(bytes, [rewrite([0, 1], ["HALL", "STORE ROOM"], 0.5)]);
    expect(drawing.pages[0]!.texts.strings).toEqual(["HALL", "STORE ROOM", "kept"]);
    const middle = ({ pages: [only] }: Drawing, row: number): number =>
      only!.texts.anchors[row * 2]! + only!.texts.advanceMm[row]! / 2;
    for (const row of [0, 1]) expect(middle(drawing, row)).toBeCloseTo(middle(before, row), 3);
    const start = await edited(bytes, [rewrite([1], ["STORE"], 0)]);
    expect(start.drawing.pages[0]!.texts.anchors[2]).toBeCloseTo(before.pages[0]!.texts.anchors[2]!, 3);
  });
  it("refuses letters that the font has not", async () => {
    expect(await refused(page(lettering("A", 5, 5, 3)), [rewrite([0], ["Ж"], 0)])).toContain("lacks letters");
  });
});

describe("turning lettering", () => {
  it.each([
    ["set by a matrix", "BT /F1 5 Tf 0 -1 1 0 50 80 Tm (HALL) Tj 0 -9 Td (WC) Tj ET"],
    ["under a matrix of its own", "q 0 -2 2 0 30 90 cm BT /F1 3 Tf 5 6 Td (HALL) Tj 0 -9 Td (WC) Tj ET Q"],
  ])("turns a string about a point and leaves the next: %s", async (_name, content) => {
    const bytes = page(content);
    const [was] = (await drawingOf(bytes)).pages;
    const [x, y] = [was!.texts.anchors[0]!, was!.texts.anchors[1]! - was!.texts.advanceMm[0]! / 2];
    const { drawing } = await edited(bytes, [
      { kind: "turn", page: 1, rows: Uint32Array.of(0), aboutMm: Float32Array.of(x, y) },
    ]);
    const { texts } = drawing.pages[0]!;
    expect(texts.angleDeg[0]).toBeCloseTo(90, 3);
    expect(texts.angleDeg[1]).toBeCloseTo(-90, 3);
    expect(texts.anchors[1]).toBeCloseTo(2 * y - was!.texts.anchors[1]!, 3);
  });
});
