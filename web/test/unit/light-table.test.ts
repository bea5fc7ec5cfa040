import { afterEach, describe, expect, it, vi } from "vitest";
import { PAINT } from "@hemstitch/core/drawing";
import { preset } from "@hemstitch/core/standard";
import { lettering, on, onePage } from "../../../core/test/support/raw-pdf";
import { drawingOf } from "../../../core/test/support/tools";
import { parted } from "../../src/features/sheet-view/parted";
import { flagsOf, type Numbered } from "../../src/features/inspection/numbered";
import { placesOn } from "../../src/features/inspection/places";
import type { Finding } from "@hemstitch/core/inspect";
import { particularFields } from "../../src/features/plan-sets/fields";
import { paintable } from "../../src/features/sheet-view/batches";

const numbered = (findings: readonly Finding[]): Numbered[] => findings.map((each, i) => ({ ...each, number: i + 1 }));

const finding = (change: Partial<Finding> = {}): Finding => ({
  key: "k1",
  rule: "line/hairline",
  title: "Lines without a width",
  severity: "stop",
  page: 1,
  layer: "A-WALL",
  message: "x",
  count: 1,
  boxMm: { x: 0, y: 0, width: 0, height: 0 },
  placesMm: [10, 20, 30, 40],
  ...change,
});

describe("flags", () => {
  it("are numbered as the findings are listed, each at the middle of the top of its first place", () => {
    const [flag] = flagsOf(numbered([finding()]), 1);
    expect(flag).toMatchObject({
      id: "k1",
      number: 1,
      severity: "stop",
      x: 25,
      y: 60,
      label: "Finding 1: Lines without a width. x",
    });
  });
  it("of findings at one place are set apart, so that each can be seen", () => {
    const flags = flagsOf(numbered([finding(), finding(), finding()]), 1);
    const spots = parted(flags.map(({ x, y }) => [x, y] as const)).map(([x, y]) => `${x} ${y}`);
    expect(new Set(spots).size).toBe(3);
  });
  it("go to a finding's next place where its first is taken", () => {
    const flags = flagsOf(numbered([finding(), finding({ placesMm: [10, 20, 30, 40, 100, 20, 30, 40] })]), 1);
    expect(flags[1]).toMatchObject({ x: 115, y: 60 });
  });
  it("stand on their own page only; what is about the file has none", () => {
    const findings = numbered([finding({ page: 2 }), finding({ page: 0, placesMm: [] })]);
    expect(flagsOf(findings, 1)).toEqual([]);
    expect(flagsOf(findings, 2).map((flag) => flag.number)).toEqual([1]);
  });
  it("keep the key by which a finding is chosen for mending, whatever its number", () => {
    const [a, b] = numbered([finding({ key: "a" }), finding({ key: "b" })]);
    expect([a!.key, b!.key]).toEqual(["a", "b"]);
    expect(flagsOf([b!], 1)[0]!.id).toBe("b");
  });
});

describe("the places of a finding", () => {
  const drawing = () =>
    drawingOf(
      onePage({
        layers: ["A-WALL", "A-DOOR"],
        content: on(0, `0.5 w 10 10 m 60 10 l S ${lettering("X", 5, 5, 2.5)}`) + on(1, "1 1 m 2 2 l S"),
      }),
    );
  it("are its own where it has some", async () =>
    expect(placesOn(await drawing(), 1, numbered([finding()])[0]!)).toEqual([10, 20, 30, 40]));
  it("of a finding about a layer are all that stands on it", async () => {
    const [about] = numbered([finding({ page: 0, placesMm: [] })]);
    const places = placesOn(await drawing(), 1, about!);
    expect(places.length).toBe(8);
    places.slice(0, 4).forEach((value, i) => expect(value).toBeCloseTo([10, 10, 50, 0][i]!, 3));
  });
  it("of another page, or of the file, are none", async () => {
    expect(placesOn(await drawing(), 2, numbered([finding()])[0]!)).toEqual([]);
    const { layer: _layer, ...file } = finding({ page: 0, placesMm: [] });
    expect(placesOn(await drawing(), 1, numbered([file])[0]!)).toEqual([]);
  });
});

describe("a page made ready for painting", () => {
  /** What a browser's path is told. */
  class Path {
    readonly told: string[] = [];
    moveTo = (x: number, y: number): void => void this.told.push(`M${Math.round(x)} ${Math.round(y)}`);
    lineTo = (x: number, y: number): void => void this.told.push(`L${Math.round(x)} ${Math.round(y)}`);
    bezierCurveTo = (...points: number[]): void => void this.told.push(`C${points.map(Math.round).join(" ")}`);
    closePath = (): void => void this.told.push("Z");
  }
  afterEach(() => vi.unstubAllGlobals());
  const ready = async (content: string, off: number[] = []) => {
    vi.stubGlobal("Path2D", Path);
    const drawing = await drawingOf(onePage({ layers: ["A"], off, content }));
    const page = paintable(drawing, drawing.pages[0]!);
    return { page, told: page.batches.map((batch) => (batch.path as unknown as Path).told.join("")) };
  };
  it("has marks that are painted alike in one path, in the order of painting", async () => {
    const { page, told } = await ready(
      "0.5 w 1 1 m 9 1 l S 1 2 m 9 2 l S 1 0 0 RG 0.25 w [3 1] 0 d 1 3 m 9 3 l S 0 0 0 RG 0.5 w [] 0 d 1 4 m 9 4 l s",
    );
    expect(told).toEqual(["M1 1L9 1M1 2L9 2", "M1 3L9 3", "M1 4L9 4Z"]);
    expect(page.batches.map(({ stroke, colour }) => `${stroke} ${colour}`)).toEqual([
      "true #000000",
      "true #ff0000",
      "true #000000",
    ]);
    expect(page.batches[1]!.widthMm).toBeCloseTo(0.25, 4);
    page.batches[1]!.dashMm.forEach((each, i) => expect(each).toBeCloseTo([3, 1][i]!, 4));
  });
  it("fills before it strokes a mark that has both; curves are curves", async () => {
    const { page, told } = await ready("0 1 0 rg 1 1 m 2 3 4 5 6 1 c b");
    expect(told).toEqual(["M1 1C2 3 4 5 6 1Z", "M1 1C2 3 4 5 6 1Z"]);
    expect(page.batches.map((batch) => batch.stroke)).toEqual([false, true]);
    expect(page.batches[0]!.colour).toBe("#00ff00");
  });
  it("leaves out what is hidden, letters of blanks too", async () => {
    const { page } = await ready(on(0, "1 1 m 9 1 l S") + lettering("   ", 5, 5, 2.5) + lettering("A", 5, 9, 2.5), [0]);
    expect(page.batches).toEqual([]);
    expect(page.lettering.map((each) => each.text)).toEqual(["A"]);
    expect(page.lettering[0]).toMatchObject({ x: expect.closeTo(5, 3), y: expect.closeTo(9, 3), turn: -0 });
    expect(page.lettering[0]!.capMm).toBeCloseTo(2.5, 2);
  });
  it("parts very long runs, so that no path takes longer than a frame", async () => {
    const many = Array.from({ length: 9000 }, (_, i) => `1 ${i % 250} m 9 ${i % 250} l S`).join("\n");
    const { page } = await ready(`0.5 w ${many}`);
    expect(page.batches.length).toBe(3);
    expect(PAINT.stroke).toBe(1);
  });
});

describe("particulars", () => {
  it("are what the title blocks of the frames ask for, each once; a sheet's own entries are not among them", () => {
    const fields = particularFields(preset("tarnwick")!.frames);
    const names = fields.map((each) => each.field);
    expect(new Set(names).size).toBe(names.length);
    expect(names).toEqual(expect.arrayContaining(["owner", "client", "project", "address"]));
    for (const own of ["title", "number", "revision", "scale", "sheetOf"]) expect(names).not.toContain(own);
    expect(fields.find((each) => each.field === "client")!.label).toBe("Client");
  });
});
