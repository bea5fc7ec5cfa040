import { OPS } from "pdfjs-dist/legacy/build/pdf.mjs";
import { describe, expect, it } from "vitest";
import { StrokeJoiner, type Steps } from "../../src/features/sheet-view/exact/joined-strokes";

/** A line as the library's reader hands it over: put down, drawn to, and the box around both. */
const line = (x: number, paint: number = OPS.stroke): [number, unknown] => [
  OPS.constructPath,
  [paint, [new Float32Array([0, x, 0, 1, x, 10])], new Float32Array([x, 0, x, 10])],
];
const state = (...settings: readonly (readonly [string, unknown])[]): [number, unknown] => [
  OPS.setGState,
  [settings.map((each) => [...each])],
];
const steps = (...all: readonly [number, unknown][]): Steps => ({
  fnArray: all.map(([step]) => step),
  argsArray: all.map(([, args]) => args),
});
/** For each path that is painted, where its lines stand. */
const lines = ({ fnArray, argsArray }: Steps): number[][] =>
  argsArray
    .filter((_, i) => fnArray[i] === OPS.constructPath)
    .map((args) => {
      const [, [points]] = args as [number, [Float32Array], Float32Array];
      return [...points].filter((_, i) => i % 6 === 1);
    });

describe("strokes that follow one another", () => {
  it("are one path with all their points, in the box around all", () => {
    const joined = new StrokeJoiner().joined(steps(line(1), line(7), line(3)));
    expect(joined.fnArray).toEqual([OPS.constructPath]);
    const [paint, [points], box] = joined.argsArray[0] as [number, [Float32Array], Float32Array];
    expect(paint).toBe(OPS.stroke);
    expect([...points]).toEqual([0, 1, 0, 1, 1, 10, 0, 7, 0, 1, 7, 10, 0, 3, 0, 1, 3, 10]);
    expect([...box]).toEqual([1, 0, 7, 10]);
  });
  it("stay apart where something stands between them", () => {
    const joined = new StrokeJoiner().joined(
      steps(line(1), line(2), [OPS.setLineWidth, [2]], line(3), line(4, OPS.fill), line(5), line(6)),
    );
    expect(lines(joined)).toEqual([[1, 2], [3], [4], [5, 6]]);
    expect(joined.fnArray).toHaveLength(5);
  });
  it("stay apart from the first step on under which paint that is laid on twice shows", () => {
    for (const setting of [
      ["CA", 0.5],
      ["ca", 0],
      ["BM", "multiply"],
      ["SMask", { subtype: "Alpha" }],
    ] as const) {
      const joiner = new StrokeJoiner();
      expect(lines(joiner.joined(steps(line(1), line(2), state(setting), line(3), line(4))))).toEqual([
        [1, 2],
        [3],
        [4],
      ]);
      expect(lines(joiner.joined(steps(line(5), line(6))))).toEqual([[5], [6]]);
    }
  });
  it("are joined where a setting says that paint covers", () => {
    const settings = state(["CA", 1], ["ca", 1], ["BM", "source-over"], ["SMask", false], ["LW", 2]);
    expect(lines(new StrokeJoiner().joined(steps(settings, line(3), line(4))))).toEqual([[3, 4]]);
  });
  it("are several paths where they are many, none of them lost", () => {
    const many = Array.from({ length: 2000 }, (_, i) => line(i));
    const paths = lines(new StrokeJoiner().joined(steps(...many)));
    expect(paths.length).toBe(4);
    expect(paths.flat()).toEqual(many.map((_, i) => i));
  });
});
