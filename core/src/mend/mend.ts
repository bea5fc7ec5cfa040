import { bad, good, type Result } from "../base/result";
import type { Drawing } from "../drawing";
import { editDrawing, type ReadOptions } from "../formats";
import { readAndInspect, type Finding, type Inspected, type InspectOptions } from "../inspect";
import type { OfficeStandard } from "../standard";
import { planMends, type MendDone } from "./plan";
import { ChangeLog, unmeantDifferences } from "./prove";

/** Mends can bring others to light (a width, then its dashes); after so many passes the rest is left. */
const MOST_PASSES = 5;

/** A mended file: new bytes, what was done, and what an inspection says of it now. */
export interface Mended {
  readonly bytes: Uint8Array;
  readonly drawing: Drawing;
  readonly done: readonly MendDone[];
  readonly before: Inspected;
  readonly after: Inspected;
}

export interface MendOptions extends InspectOptions, ReadOptions {
  /** Which findings to mend; all that carry a mend unless said. */
  readonly chosen?: (finding: Finding) => boolean;
}

/**
 * A layer's name decides its pen, so names are mended before what hangs on them. Where findings
 * were chosen one by one they are mended as they were shown.
 */
function inTurn(inspected: Inspected, chosen: MendOptions["chosen"]): Inspected {
  const renames = chosen ? [] : inspected.findings.filter((finding) => finding.mend === "rename");
  return renames.length > 0 ? { ...inspected, findings: renames } : inspected;
}

/**
 * Mends a file by the safe mends of its findings, and proves it: the result is read and inspected
 * again, and must hold the same marks at the same places but for what was mended. The bytes
 * handed in stay as they are.
 */
export async function mendFile(
  bytes: Uint8Array,
  standard: OfficeStandard,
  options: MendOptions = {},
): Promise<Result<Mended>> {
  const original = await readAndInspect(bytes, standard, options);
  if (!original.ok) return original;
  const log = new ChangeLog(original.value.drawing);
  let state = { bytes, ...original.value };
  const done: MendDone[] = [];
  for (let pass = 0; pass < MOST_PASSES; pass++) {
    const plan = planMends(inTurn(state.inspected, options.chosen), options.chosen);
    if (plan.done.length === 0) break;
    const edited = await editDrawing(state.bytes, state.origin, plan.changes, options);
    if (!edited.ok) return edited;
    const again = await readAndInspect(edited.value, standard, options);
    if (!again.ok) return unsound(`The mended file could not be read again: ${again.problem.message}`);
    log.note(state.drawing, plan.changes);
    done.push(...plan.done);
    state = { bytes: edited.value, ...again.value };
  }
  const differences = unmeantDifferences(original.value.drawing, state.drawing, log);
  if (differences.length > 0)
    return unsound(`The mended file differs in more than was mended: ${differences.join(" ")}`);
  const { inspected: before } = original.value;
  return good({ bytes: state.bytes, drawing: state.drawing, done, before, after: state.inspected });
}

const unsound = (message: string): Result<never> =>
  bad("mend-unsound", message, { remedy: "The original is untouched. Please report this file." });
