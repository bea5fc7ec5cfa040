import type { Drawing } from "../drawing";
import { editPdf, readPdf, type ReadOptions } from "../formats/pdf";
import { inspect, type Finding, type Inspected, type InspectOptions } from "../inspect";
import { bad, good, type Result } from "../problem";
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
function inOrder(findings: readonly Finding[], chosen: MendOptions["chosen"]): readonly Finding[] {
  const renames = chosen ? [] : findings.filter((finding) => finding.mend?.kind === "rename");
  return renames.length > 0 ? renames : findings;
}

/**
 * Mends a PDF by the safe mends of its findings, and proves it: the result is read and inspected
 * again, and must hold the same marks at the same places but for what was mended. The bytes
 * handed in stay as they are.
 */
export async function mendPdf(
  bytes: Uint8Array,
  standard: OfficeStandard,
  options: MendOptions = {},
): Promise<Result<Mended>> {
  const original = await readPdf(bytes, options);
  if (!original.ok) return original;
  const before = inspect(original.value, standard, options);
  const log = new ChangeLog(original.value);
  let state = { bytes, drawing: original.value, inspected: before };
  const done: MendDone[] = [];
  for (let pass = 0; pass < MOST_PASSES; pass++) {
    const plan = planMends(state.drawing, inOrder(state.inspected.findings, options.chosen), standard, options.chosen);
    if (plan.done.length === 0) break;
    const edited = await editPdf(state.bytes, state.drawing, plan.changes, options);
    if (!edited.ok) return edited;
    const read = await readPdf(edited.value, options);
    if (!read.ok)
      return bad("mend-unsound", `The mended file could not be read again: ${read.problem.message}`, {
        remedy: "The original is untouched. Please report this file.",
      });
    log.note(state.drawing, plan.changes);
    done.push(...plan.done);
    state = { bytes: edited.value, drawing: read.value, inspected: inspect(read.value, standard, options) };
  }
  const differences = unmeantDifferences(original.value, state.drawing, log);
  if (differences.length > 0)
    return bad("mend-unsound", `The mended file differs in more than was mended: ${differences.join(" ")}`, {
      remedy: "The original is untouched. Please report this file.",
    });
  return good({ bytes: state.bytes, drawing: state.drawing, done, before, after: state.inspected });
}
