import { readFileSync } from "node:fs";
import { readDrawing } from "@hemstitch/core/formats";
import { inspect } from "@hemstitch/core/inspect";
import { nodeInflate } from "@hemstitch/core/node/inflate";
import { must } from "@hemstitch/core/quantity";
import { FileFacts, recognised } from "@hemstitch/core/recognise";
import { StandardLookup, type OfficeStandard } from "@hemstitch/core/standard";
import { preset } from "@hemstitch/core/standard/presets";
import { compared, type Tally } from "../compared";
import type { BuildingScene } from "./scene";

export const FAMILIES = ["rooms", "openings", "levels", "slopes", "grid", "faults"] as const;
export type Scores = Record<(typeof FAMILIES)[number], Tally>;

/** Areas agree to this share, widths to this. */
const AREA_SHARE = 0.005;
const WIDTH_MM = 6;

/** The demo office's standard with every thickness and width that the plans are drawn with. */
function standardOf(): OfficeStandard {
  const standard = structuredClone(preset("tarnwick"));
  if (!standard) throw new Error("The demo office's standard is missing.");
  const types = [100, 115, 150, 250, 300, 365].map((thicknessMm) => ({
    id: `T${thicknessMm}`,
    title: `Wall of ${thicknessMm}`,
    thicknessMm,
  }));
  standard.wallTypes = types as OfficeStandard["wallTypes"];
  return standard;
}

/** Compares what is recognised on one sheet with what is true of it. */
export async function scored(
  truth: BuildingScene,
  path: string,
  scores: Scores,
  say: (words: string) => void,
): Promise<void> {
  const { drawing } = must(await readDrawing(new Uint8Array(readFileSync(path)), { inflate: nodeInflate }));
  const standard = standardOf();
  const [page] = recognised(new FileFacts(drawing, new StandardLookup(standard)));
  if (!page) throw new Error(`${path} has no page.`);
  const numbers = (
    family: keyof Scores,
    wanted: readonly number[],
    found: readonly number[],
    off: (of: number) => number,
  ) =>
    compared(
      scores[family],
      wanted,
      found,
      (a, b) => Math.abs(a - b) <= off(a),
      (words) => say(`${family}: ${words}`),
    );
  const words = (family: keyof Scores, wanted: readonly string[], found: readonly string[]) =>
    compared(
      scores[family],
      wanted,
      found,
      (a, b) => a === b,
      (each) => say(`${family}: ${each}`),
    );
  numbers(
    "rooms",
    truth.rooms,
    page.rooms.map(({ areaM2 = 0 }) => areaM2),
    (of) => of * AREA_SHARE,
  );
  numbers(
    "openings",
    truth.openings,
    page.walls.flatMap(({ kind, buildingMm = 0 }) => (kind === "wall" ? [] : [buildingMm])),
    () => WIDTH_MM,
  );
  words(
    "levels",
    truth.levels,
    page.grids.flatMap((each) => (each.kind === "level" ? [each.words] : [])),
  );
  words(
    "grid",
    truth.grid,
    page.grids.flatMap((each) => (each.kind === "grid line" ? [each.words] : [])),
  );
  words(
    "slopes",
    truth.slopes,
    page.slopes.map(({ text }) => text),
  );
  const { findings } = inspect(drawing, standard, { kind: "floor-plan" });
  const build = findings.filter(({ rule }) => rule.startsWith("build/") && rule !== "build/opening-width");
  for (const { rule, message } of build) if (rule !== truth.fault) say(`of no fault: ${rule}: ${message}`);
  words("faults", truth.fault ? [truth.fault] : [], [...new Set(build.map(({ rule }) => rule))]);
}
