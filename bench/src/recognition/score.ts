import { readFileSync } from "node:fs";
import { must } from "@hemstitch/core/quantity";
import { readDrawing } from "@hemstitch/core/formats";
import { nodeInflate } from "@hemstitch/core/node/inflate";
import { recogniseFile, type Recognised } from "@hemstitch/core/recognise";
import { blankStandard } from "@hemstitch/core/standard/presets";
import { StandardLookup } from "@hemstitch/core/standard/plain";
import type { Tally } from "../compared";
import type { Point, Scene, TrueDimension } from "./scene";

const LOOKUP = new StandardLookup(blankStandard("Nobody's"));

export const FAMILIES = ["dimensions", "round", "values", "scales", "hatches", "notes"] as const;
export type Family = (typeof FAMILIES)[number];
export type Score = Record<Family, Tally>;

/** Places within this are the same. Millimetres. */
const SAME_MM = 1;

/** What was recognised on a page against what is true of it; says what is wrong. */
export async function scored(scene: Scene, path: string, score: Score, say: (words: string) => void): Promise<void> {
  const { drawing } = must(await readDrawing(new Uint8Array(readFileSync(path)), { inflate: nodeInflate }));
  const found = recogniseFile(drawing, LOOKUP)[0];
  if (!found) return;
  scoreDimensions(scene, found, score, say);
  scoreRound(scene, found, score, say);
  scoreScales(scene, found, score, say);
  scoreHatches(scene, found, score, say);
  scoreNotes(scene, found, score, say);
}

const apart = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
const plain = (text: string): string => text.replace(/\s/g, "");

function scoreDimensions(scene: Scene, found: Recognised, score: Score, say: (words: string) => void): void {
  const truth = scene.truth.drawings.flatMap(({ dimensions }) => dimensions);
  const left = new Set(truth);
  for (const each of found.dimensions) {
    const isSame = (one: TrueDimension): boolean =>
      (apart(one.from, each.from) < SAME_MM && apart(one.to, each.to) < SAME_MM) ||
      (apart(one.from, each.to) < SAME_MM && apart(one.to, each.from) < SAME_MM);
    const match = [...left].find((one) => isSame(one) && plain(one.text) === plain(each.text));
    if (!match) {
      score.dimensions.extra++;
      say(
        `extra dimension ${each.text} ${each.from.map((n) => n.toFixed(1)).join(",")} to ${each.to.map((n) => n.toFixed(1)).join(",")} (${each.place})`,
      );
      continue;
    }
    left.delete(match);
    score.dimensions.right++;
    // “Wrong” is what the value rule would say.
    if (each.agrees === undefined) score.values.missed++;
    else if (each.agrees === !match.wrong) score.values.right++;
    else {
      score.values[match.wrong ? "missed" : "extra"]++;
      say(`value ${each.text} ${each.from.map((n) => n.toFixed(1)).join(",")} ${match.wrong ? "passes" : "fails"}`);
    }
  }
  score.dimensions.missed += left.size;
  for (const one of left)
    say(
      `missed dimension ${one.text} ${one.from.map((n) => n.toFixed(1)).join(",")} to ${one.to.map((n) => n.toFixed(1)).join(",")}`,
    );
}

/** Radii and diameters within this on paper are the same, and angles within half a degree. */
const SAME_ROUND = { length: 0.12, angle: 0.5 };

function scoreRound(scene: Scene, found: Recognised, score: Score, say: (words: string) => void): void {
  const left = new Set(scene.truth.drawings.flatMap(({ round }) => round));
  for (const { text, drawn, kind } of found.round) {
    const match = [...left].find(
      (one) =>
        plain(one.text) === plain(text) &&
        one.isAngle === (kind === "angle") &&
        Math.abs(one.drawn - drawn) <= SAME_ROUND[one.isAngle ? "angle" : "length"],
    );
    if (match) left.delete(match);
    else say(`extra ${kind} ${text}, ${drawn.toFixed(2)} drawn`);
    score.round[match ? "right" : "extra"]++;
  }
  score.round.missed += left.size;
  for (const { text, drawn } of left) say(`missed round ${text}, ${drawn.toFixed(2)} drawn`);
}

function scoreScales(scene: Scene, found: Recognised, score: Score, say: (words: string) => void): void {
  for (const { scale, dimensions } of scene.truth.drawings) {
    const right = dimensions.filter(({ wrong }) => !wrong);
    if (right.length < 3) continue;
    const isOf = (each: { readonly from: Point; readonly to: Point }): boolean =>
      right.some(
        (one) =>
          apart(each.from, one.from) + apart(each.to, one.to) < SAME_MM ||
          apart(each.from, one.to) + apart(each.to, one.from) < SAME_MM,
      );
    const count = (part: Recognised["drawings"][number]): number => part.dimensions.filter(isOf).length;
    const part = found.drawings.slice().sort((a, b) => count(b) - count(a))[0];
    if (part?.implied && Math.abs(part.implied.buildingPerPaper / scale - 1) < 0.001) score.scales.right++;
    else {
      score.scales[!part?.implied ? "missed" : "extra"]++;
      say(`scale ${scale} is taken for ${part?.implied?.words ?? "none"}`);
    }
  }
}

function scoreHatches(scene: Scene, found: Recognised, score: Score, say: (words: string) => void): void {
  const truth = scene.truth.drawings
    .flatMap(({ hatches }) => hatches)
    .flatMap(({ box, families }) => families.map((family) => ({ box, ...family })));
  const left = new Set(truth);
  for (const each of found.hatches) {
    const match = [...left].find(
      ({ box: [x, y, w, h], angle, spacing }) =>
        Math.abs(((((each.angle - angle) % 180) + 270) % 180) - 90) < 0.5 &&
        Math.abs(each.spacing / spacing - 1) < 0.02 &&
        each.box.x < x + w &&
        each.box.x + each.box.width > x &&
        each.box.y < y + h &&
        each.box.y + each.box.height > y,
    );
    if (match) {
      left.delete(match);
      score.hatches.right++;
    } else {
      score.hatches.extra++;
      say(
        `extra hatch ${each.angle.toFixed(1)}° ${each.spacing.toFixed(2)} mm, ${each.lines} lines at ${each.box.x.toFixed(0)},${each.box.y.toFixed(0)}`,
      );
    }
  }
  score.hatches.missed += left.size;
  for (const { angle, spacing, box } of left)
    say(`missed hatch ${angle.toFixed(1)}° ${spacing.toFixed(2)} mm at ${box[0].toFixed(0)},${box[1].toFixed(0)}`);
}

function scoreNotes(scene: Scene, found: Recognised, score: Score, say: (words: string) => void): void {
  const left = scene.truth.drawings.map(({ scale }) => scale);
  for (const scale of found.notes) {
    const at = left.findIndex((each) => Math.abs(each / scale - 1) < 1e-6);
    if (at < 0) {
      score.notes.extra++;
      say(`extra note 1:${scale}`);
    } else {
      left.splice(at, 1);
      score.notes.right++;
    }
  }
  score.notes.missed += left.length;
  for (const scale of left) say(`missed note 1:${scale}`);
}
