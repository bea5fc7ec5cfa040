import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { apart, boxOfPoints, distanceToBox, distanceToSegment, type PointMm } from "@hemstitch/core/drawing";
import { readDrawing } from "@hemstitch/core/formats";
import { nodeInflate } from "@hemstitch/core/node/inflate";
import { must } from "@hemstitch/core/quantity";
import {
  DIMENSIONS,
  FileFacts,
  LEVELS,
  OPENINGS,
  ROOMS,
  WALLS,
  type PageFacts,
  type Sure,
} from "@hemstitch/core/recognise";
import { readStandard, StandardLookup } from "@hemstitch/core/standard";
import { said } from "../by-makers";
import { middleOf, type Truth } from "./truth";

/**
 * `calibration folder=PATH [say]`: whether what is said with a confidence is right as often. The sheets and what is truly
 * on them are somebody else's: `expected.json`, the office standards and the PDF files stand in the folder.
 */
const folder = said("folder");
if (!folder) throw new Error("Say where judged sheets are: folder=PATH, with an expected.json in it.");
const expected = JSON.parse(readFileSync(join(folder, "expected.json"), "utf8")) as Record<string, Truth>;

/** Ends of a dimension, and middles and sides of what is built, may be told so far off. Millimetres on paper. */
const OFF_MM = 0.5;
/** A level's tip, which truth gives by the point of its mark. */
const TIP_MM = 20;
const AREA_SHARE = 0.02;
const STEPS = [0, 0.5, 0.7, 0.85, 0.9, 0.95, 1];

interface Sort<T> {
  /** As truth has it, too: a sheet of which it says nothing of a sort is not counted for it. */
  readonly name: "dimensions" | "walls" | "openings" | "rooms" | "levels";
  readonly of: (facts: PageFacts) => readonly Sure<T>[];
  /** Where it stands. */
  readonly at: (value: T) => PointMm;
  readonly isRight: (value: T, truth: Truth) => boolean;
}
const sort = <T>(each: Sort<T>): Sort<unknown> => each as Sort<unknown>;

const SORTS = [
  sort({
    name: "dimensions",
    of: (facts) => facts.of(DIMENSIONS),
    at: ({ from, to }) => middleOf(from.atMm, to.atMm),
    isRight: ({ from, to }, { dimensions }) =>
      dimensions.some(
        ({ ends: [a, b] }) =>
          (apart(from.atMm, a) <= OFF_MM && apart(to.atMm, b) <= OFF_MM) ||
          (apart(from.atMm, b) <= OFF_MM && apart(to.atMm, a) <= OFF_MM),
      ),
  }),
  sort({
    name: "walls",
    of: (facts) => facts.of(WALLS),
    at: ({ from, to }) => middleOf(from, to),
    isRight: ({ from, to, thicknessMm }, { walls }) =>
      walls.some(
        ({ ends, onPaperMm }) =>
          ends !== undefined &&
          distanceToSegment(middleOf(from, to), ...ends) <= OFF_MM &&
          Math.abs(thicknessMm - onPaperMm) <= OFF_MM,
      ),
  }),
  sort({
    name: "openings",
    of: (facts) => facts.of(OPENINGS),
    at: ({ from, to }) => middleOf(from, to),
    isRight: ({ from, to }, { openings }) =>
      openings.some(
        ({ ends: [a, b] }) =>
          apart(middleOf(from, to), middleOf(a, b)) <= 2 * OFF_MM &&
          Math.abs(apart(from, to) - apart(a, b)) <= 2 * OFF_MM,
      ),
  }),
  sort({
    name: "rooms",
    of: (facts) => facts.of(ROOMS),
    at: ({ ring }) => ring[0]!,
    isRight: ({ name, areaMm2, scale }, { rooms }) =>
      scale !== undefined &&
      rooms.some(
        (room) =>
          (name === "" || room.name.toUpperCase() === name.toUpperCase()) &&
          Math.abs((areaMm2 * scale ** 2) / 1e6 / room.areaM2 - 1) <= AREA_SHARE,
      ),
  }),
  sort({
    name: "levels",
    of: (facts) => facts.of(LEVELS),
    at: ({ atMm }) => atMm,
    isRight: ({ text, atMm }, { levels }) =>
      levels.some((level) => level.text === text && apart(level.tip, atMm) <= TIP_MM),
  }),
];

/** Truth may tell of one drawing of a sheet alone: whether a place lies among what it tells of a sort. */
function isDescribed(truth: Truth, what: Sort<unknown>["name"], at: PointMm): boolean {
  const points = truth[what].flatMap((each): readonly PointMm[] => {
    if ("corners" in each) return each.corners;
    if ("tip" in each) return [each.tip];
    return each.ends ?? ("middle" in each && each.middle ? [each.middle] : []);
  });
  return distanceToBox(boxOfPoints(points, TIP_MM), at) === 0;
}

/** What a value says of itself, for a look at what is wrong. */
const wordsOf = (value: unknown): string =>
  JSON.stringify(value, (key, each: unknown) =>
    ["name", "text", "areaMm2", "from", "to", "thicknessMm", "use", "atMm", "", "0", "1"].includes(key)
      ? each
      : undefined,
  ).slice(0, 200);

const counts = new Map<string, { right: number; all: number }>();
const stepOf = (confidence: number): number => STEPS.filter((step) => step <= confidence + 1e-9).length - 1;

for (const name of readdirSync(folder).filter((each) => each.endsWith(".pdf"))) {
  const truth = expected[name];
  if (!truth) continue;
  const checked = readStandard(readFileSync(join(folder, `${truth.office}.json`), "utf8"));
  if (!checked.ok) throw new Error(`The standard of ${truth.office} is not valid.`);
  const { drawing } = must(
    await readDrawing(new Uint8Array(readFileSync(join(folder, name))), { inflate: nodeInflate }),
  );
  const facts = new FileFacts(drawing, new StandardLookup(checked.standard));
  for (const page of facts.pages)
    for (const { name: what, of, at, isRight } of SORTS)
      for (const { value, confidence } of truth[what].length > 0 ? of(page) : []) {
        if (!isDescribed(truth, what, at(value))) continue;
        const key = `${what} ${stepOf(confidence)}`;
        const count = counts.get(key) ?? { right: 0, all: 0 };
        counts.set(key, count);
        count.all++;
        if (isRight(value, truth)) count.right++;
        else if (process.argv.includes("say"))
          process.stderr.write(`wrong ${name} ${what} at ${confidence}: ${wordsOf(value)}\n`);
      }
}

const heads = STEPS.map((step, i) => (i + 1 < STEPS.length ? `${step} to ${STEPS[i + 1]}` : "1"));
const rows = SORTS.map(({ name }) => {
  const cells = STEPS.map((_, i) => {
    const count = counts.get(`${name} ${i}`);
    return count ? `${(count.right / count.all).toFixed(3)} of ${count.all}` : "–";
  });
  return `| ${name} | ${cells.join(" | ")} |`;
});
process.stdout.write(
  [`| said with | ${heads.join(" | ")} |`, `|---|${STEPS.map(() => "---|").join("")}`, ...rows, ""].join("\n"),
);
