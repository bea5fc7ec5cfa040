import { readFileSync } from "node:fs";
import { readDrawing } from "@hemstitch/core/formats";
import { inspect, type Finding } from "@hemstitch/core/inspect";
import { nodeInflate } from "@hemstitch/core/node/inflate";
import { must } from "@hemstitch/core/quantity";
import type { Tally } from "../compared";
import { ruleOf } from "./faults";
import type { PlantedSheet } from "./plan";

/** A finding is at a place where its box, grown by this, holds it. Millimetres. */
const NEAR_MM = 2;

/** What is found on a sheet by the standard of its office. */
export async function findingsOf({ office }: PlantedSheet, path: string): Promise<readonly Finding[]> {
  const { drawing } = must(await readDrawing(new Uint8Array(readFileSync(path)), { inflate: nodeInflate }));
  return inspect(drawing, office.standard, { kind: "floor-plan" }).findings;
}

/** True of every file of these makers: they write no layers. */
const OF_THE_MAKER = new Set(["file/no-layers"]);

/** Counts the findings of a sheet, by rule; gives how many are of no fault. */
export function scored(
  { fault, at }: PlantedSheet,
  findings: readonly Finding[],
  tallies: Map<string, Tally>,
  say: (words: string) => void,
): number {
  const tally = (id: string): Tally => {
    const known = tallies.get(id) ?? { right: 0, missed: 0, extra: 0 };
    tallies.set(id, known);
    return known;
  };
  const isAt = ({ boxMm: { x, y, width, height } }: Finding): boolean =>
    at === undefined ||
    (at[0] >= x - NEAR_MM && at[0] <= x + width + NEAR_MM && at[1] >= y - NEAR_MM && at[1] <= y + height + NEAR_MM);
  let found = false;
  let extra = 0;
  for (const finding of findings) {
    if (OF_THE_MAKER.has(finding.rule)) continue;
    if (fault !== undefined && finding.rule === ruleOf(fault) && isAt(finding) && !found) {
      found = true;
      continue;
    }
    tally(finding.rule).extra++;
    extra++;
    const { x, y } = finding.boxMm;
    say(`${fault ?? "faultless"}: of no fault: ${finding.rule} at ${x.toFixed(0)},${y.toFixed(0)}: ${finding.message}`);
  }
  if (fault !== undefined) {
    tally(ruleOf(fault))[found ? "right" : "missed"]++;
    if (!found) say(`missed ${fault} at ${at?.map((each) => each.toFixed(0)).join(",") ?? "no place"}`);
  }
  return extra;
}
