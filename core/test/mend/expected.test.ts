import { describe, expect, it } from "vitest";
import type { Change, Drawing } from "../../src/drawing";
import { editDrawing, readDrawing } from "../../src/formats";
import { ChangeLog } from "../../src/mend/change-log";
import { unmeantDifferences } from "../../src/mend/prove";
import { on, onePage } from "../support/raw-pdf";

/** A page with a line, a dashed line and a string, on two layers. */
const PAGE = onePage({
  layers: ["one", "two"],
  content: [
    on(0, "0.5 w 10 10 m 200 10 l S"),
    on(0, "0.5 w [6 3] 0 d 10 40 m 200 40 l S [] 0 d"),
    on(1, "BT /F1 10 Tf 20 100 Td (Plan) Tj ET"),
    on(1, "BT /F1 10 Tf 20 150 Td (AB) Tj ET"),
  ].join("\n"),
});

async function read(bytes: Uint8Array) {
  const result = await readDrawing(bytes);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}

/** What the proof says of a file in which one thing was carried out, where another was meant. */
async function proved(carriedOut: Change, meant: Change): Promise<string[]> {
  const before = await read(PAGE);
  const edited = await editDrawing(PAGE, before.origin, [carriedOut]);
  if (!edited.ok) throw new Error(edited.problem.message);
  const after: Drawing = (await read(edited.value)).drawing;
  const log = new ChangeLog(before.drawing);
  log.note(before.drawing, [meant]);
  return unmeantDifferences(before.drawing, after, log);
}

const rows = (...all: number[]): Uint32Array => Uint32Array.from(all);
const page = 1;

/** Each kind of change, as it was meant, and spoiled by a wrong value: what the proof is to find out. */
const KINDS: readonly (readonly [name: string, meant: Change, spoiled: Change])[] = [
  ["rename", { kind: "rename", layer: 0, to: "walls" }, { kind: "rename", layer: 0, to: "wells" }],
  ["switch-off", { kind: "switch-off", layer: 0 }, { kind: "switch-off", layer: 1 }],
  [
    "move",
    { kind: "move", page, of: "paths", rows: rows(0), to: "two" },
    { kind: "move", page, of: "paths", rows: rows(0), to: "three" },
  ],
  ["remove", { kind: "remove", page, rows: rows(0) }, { kind: "remove", page, rows: rows(1) }],
  [
    "set-width",
    { kind: "set-width", page, rows: rows(0), widthMm: 0.5 },
    { kind: "set-width", page, rows: rows(0), widthMm: 5 },
  ],
  [
    "set-width, by little",
    { kind: "set-width", page, rows: rows(0), widthMm: 0.5 },
    { kind: "set-width", page, rows: rows(0), widthMm: 0.52 },
  ],
  [
    "set-line-type",
    { kind: "set-line-type", page, rows: rows(1), dashMm: [3, 1] },
    { kind: "set-line-type", page, rows: rows(1), dashMm: [30, 10] },
  ],
  [
    "set-line-type, to continuous",
    { kind: "set-line-type", page, rows: rows(1), dashMm: [] },
    { kind: "set-line-type", page, rows: rows(1), dashMm: [3, 1] },
  ],
  [
    "set-shade",
    { kind: "set-shade", page, rows: rows(0), percent: 100 },
    { kind: "set-shade", page, rows: rows(0), percent: 60 },
  ],
  [
    "set-height",
    { kind: "set-height", page, rows: rows(0), heightMm: 2.5 },
    { kind: "set-height", page, rows: rows(0), heightMm: 25 },
  ],
  [
    "set-text",
    { kind: "set-text", page, rows: rows(1), strings: ["BA"], about: 0 },
    { kind: "set-text", page, rows: rows(1), strings: ["AA"], about: 0 },
  ],
  [
    "turn",
    { kind: "turn", page, rows: rows(1), aboutMm: Float32Array.from([60, 100]) },
    { kind: "turn", page, rows: rows(1), aboutMm: Float32Array.from([70, 100]) },
  ],
];

describe("the proof holds a file against what was to be set", () => {
  it.each(KINDS)("%s: what was meant is no fault", async (_name, meant) =>
    expect(await proved(meant, meant)).toEqual([]),
  );
  it.each(KINDS)("%s: spoiled by a wrong value, it is told", async (_name, meant, spoiled) =>
    expect(await proved(spoiled, meant)).not.toEqual([]),
  );
});
