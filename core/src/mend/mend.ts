import { bad, good, type Result } from "../base/result";
import { changeOfSome, changesOf, isLayerChange, sortOf, type Change, type Drawing, type MarkChange } from "../drawing";
import { editDrawing, type Origin, type ReadOptions } from "../formats";
import { readAndInspect, type Finding, type FoundOn, type Inspected, type InspectOptions } from "../inspect";
import type { OfficeStandard } from "../standard/plain";
import { comparePictures, type Compared, type Paint } from "./picture";
import { leftFor, planMends, type MendDone, type MendLeft, type PlannedMend } from "./plan";
import { ChangeLog } from "./change-log";
import { unmeantDifferences } from "./prove";
import { pathsAfter } from "./rows-after";

/** Mends can bring others to light (a width, then its dashes); after so many passes the rest is left. */
const MOST_PASSES = 5;
/** Each try writes and reads the whole file; a file in which so many fail has something that is not understood. */
const MOST_TRIES = 100;
const NOT_TRIED = "Too many mends of this file could not be proved, so this one was not tried.";

/** A mended file: new bytes, what was done, what was left undone and why, and what an inspection says of it now. */
export interface Mended {
  readonly bytes: Uint8Array;
  readonly drawing: Drawing;
  readonly done: readonly MendDone[];
  readonly left: readonly MendLeft[];
  readonly before: Inspected;
  readonly after: Inspected;
  readonly pictures: Compared;
}

export interface MendOptions extends InspectOptions, ReadOptions {
  /** Which findings to mend; all that carry a mend unless said. */
  readonly chosen?: (finding: Finding) => boolean;
  /** Paints pages, to compare how they look before and after; without it they are not compared. */
  readonly paint?: Paint;
}

/** A file as it stands after some mends, read and inspected. */
interface State {
  readonly bytes: Uint8Array;
  readonly drawing: Drawing;
  readonly origin: Origin;
  readonly inspected: Inspected;
}

/**
 * A layer's name decides its pen, so names are mended before what hangs on them. Where findings
 * were chosen one by one they are mended as they were shown.
 */
function inTurn(inspected: Inspected, chosen: MendOptions["chosen"], left: ReadonlyMap<string, MendLeft>): Inspected {
  const open = inspected.findings.filter(({ key }) => !left.has(key));
  const renames = chosen ? [] : open.filter((finding) => finding.mend === "rename");
  return { ...inspected, findings: renames.length > 0 ? renames : open };
}

/**
 * Mends a file by the safe mends of its findings, and proves each step: the result is read and inspected again, and
 * must hold the same marks, painted alike at the same places, but for what was mended. At the end the pages are
 * painted by another program, before and after, and may differ within the boxes of the mended marks alone. A mend that
 * can't be proved is left out with its reason, and the others go on. The bytes handed in stay as they are.
 */
export async function mendFile(
  bytes: Uint8Array,
  standard: OfficeStandard,
  options: MendOptions = {},
): Promise<Result<Mended>> {
  const original = await readAndInspect(bytes, standard, options);
  if (!original.ok) return original;
  const { locked } = original.value.drawing;
  if (locked !== undefined) return bad("locked", `Nothing was mended: ${locked}`, { remedy: "Ask the sender." });
  const state: State = { bytes, ...original.value };
  const mended = await mendAll(state, new Mender(standard, options, false), options);
  if (mended.ok || mended.problem.code !== "mend-seen") return mended;
  // Where a picture differs, it is found out which mend did that: each step is painted, and that one left out.
  const again = await mendAll(state, new Mender(standard, options, true), options);
  // What was seen once must not pass because there was no time to look at all of it again.
  return again.ok && again.value.pictures.notCompared.length > 0 ? mended : again;
}

/** Passes over a file until nothing is left to mend, and the proof of what they come to together. */
async function mendAll(original: State, mender: Mender, options: MendOptions): Promise<Result<Mended>> {
  const log = new ChangeLog(original.drawing);
  let state = original;
  const done: PlannedMend[] = [];
  for (let pass = 0; pass < MOST_PASSES; pass++) {
    const plan = planMends(state.drawing, inTurn(state.inspected, options.chosen, mender.left), options.chosen);
    for (const each of plan.left) mender.left.set(each.key, each);
    if (plan.mends.length === 0) {
      if (plan.left.length === 0) break;
      continue;
    }
    const mended = await mender.mend(state, plan.mends);
    state = mended.state;
    for (const step of mended.steps) log.note(step.drawing, step.changes);
    done.push(...mended.done);
  }
  // Each step was proved; what they come to together is proved once more, against the file as it came.
  const differences = unmeantDifferences(original.drawing, state.drawing, log);
  if (differences.length > 0) return unsound("mend-unsound", differences.join(" "));
  const pictures = options.paint ? await comparePictures(original, state, log, options.paint) : NO_PICTURES;
  if (typeof pictures === "string") return unsound("mend-seen", pictures);
  return good({
    bytes: state.bytes,
    drawing: state.drawing,
    done: done.map((each) => each.done),
    left: [...mender.left.values()],
    before: original.inspected,
    after: state.inspected,
    pictures,
  });
}

const NO_PICTURES: Compared = { alike: [], notCompared: [] };

const unsound = (code: string, differences: string): Result<never> =>
  bad(code, `The mended file differs in more than was mended: ${differences}`, {
    remedy: "The original is untouched. Please report this file.",
  });

/** Changes that were carried out together, told by the rows and layers of a drawing as it stood before them. */
interface Step {
  readonly drawing: Drawing;
  readonly changes: readonly Change[];
}

/** What mends came to. A step may be carried out and have no effect on what was found; then its mend is not done. */
interface Outcome {
  readonly state: State;
  readonly done: readonly PlannedMend[];
  readonly steps: readonly Step[];
}

/** Carries out mends step by step, and keeps those that could not be. */
class Mender {
  /** By the keys of their findings. */
  readonly left = new Map<string, MendLeft>();
  private tries = 0;

  constructor(
    private readonly standard: OfficeStandard,
    private readonly options: MendOptions,
    private readonly paintsEachStep: boolean,
  ) {}

  /** Carries out mends together; where that can't be proved, in halves, until those are found that can't. */
  async mend(state: State, mends: readonly PlannedMend[]): Promise<Outcome> {
    const [first] = mends;
    if (!first) return { state, done: [], steps: [] };
    const tried = this.tries++ < MOST_TRIES ? await this.tried(state, mends) : NOT_TRIED;
    if (typeof tried !== "string") {
      // What is found as it was before was not mended after all; it is not tried again.
      const undone = mends.filter(({ finding: { key } }) =>
        sameMarks(state.inspected.foundOn.get(key), tried.inspected.foundOn.get(key)),
      );
      for (const { finding } of undone)
        this.left.set(finding.key, leftFor(finding, "The change had no effect in this file."));
      const changes = mends.flatMap((each) => each.changes);
      return {
        state: tried,
        done: mends.filter((each) => !undone.includes(each)),
        steps: [{ drawing: state.drawing, changes }],
      };
    }
    if (mends.length === 1) {
      this.left.set(first.finding.key, leftFor(first.finding, tried));
      return { state, done: [], steps: [] };
    }
    const middle = mends.length >> 1;
    const half = await this.mend(state, mends.slice(0, middle));
    const removed = new Removed(half.steps);
    const rest = mends.slice(middle).map((each) => renumbered(each, state.drawing, half.state.drawing, removed));
    const whole = await this.mend(half.state, rest);
    return { state: whole.state, done: [...half.done, ...whole.done], steps: [...half.steps, ...whole.steps] };
  }

  /** The file after mends, if they can be proved; else the reason why not. */
  private async tried(state: State, mends: readonly PlannedMend[]): Promise<State | string> {
    const changes = mends.flatMap((each) => each.changes);
    const edited = await editDrawing(state.bytes, state.origin, changes, this.options);
    if (!edited.ok) return edited.problem.message;
    const again = await readAndInspect(edited.value, this.standard, this.options);
    if (!again.ok) return `The mended file could not be read again: ${again.problem.message}`;
    const log = new ChangeLog(state.drawing);
    log.note(state.drawing, changes);
    const differences = unmeantDifferences(state.drawing, again.value.drawing, log);
    if (differences.length > 0) return `It would change more than it should: ${differences.join(" ")}`;
    const after: State = { bytes: edited.value, ...again.value };
    if (changesOf(changes, "set-text").length > 0 && crowding(after) > crowding(state))
      return "It would run into other marks.";
    const { paint } = this.options;
    const seen = this.paintsEachStep && paint ? await comparePictures(state, after, log, paint) : undefined;
    return typeof seen === "string" ? `It would change more than it should: ${seen}` : after;
  }
}

/** Whether something was found twice on the very same marks. Other marks may be found alike once these are mended. */
function sameMarks(before: FoundOn | undefined, after: FoundOn | undefined): boolean {
  const told = ({ marks }: FoundOn): string => JSON.stringify(marks.map(({ of, rows }) => [of, ...rows]));
  return before !== undefined && after !== undefined && told(before) === told(after);
}

/** How much lettering has no room. */
const crowding = ({ inspected }: State): number =>
  inspected.findings.reduce((sum, { rule, count }) => (CROWDED.has(rule) ? sum + count : sum), 0);

const CROWDED: ReadonlySet<string> = new Set(["text/overlaps", "dim/crowded"]);

/** A planned mend for a drawing whose layers may have been renamed or made one, and of whose paths some may be gone. */
function renumbered(mend: PlannedMend, before: Drawing, after: Drawing, removed: Removed): PlannedMend {
  const changes = mend.changes.flatMap((change): Change[] => {
    if (!isLayerChange(change)) return [sortOf(change) === "paths" ? removed.renumbered(change) : change];
    const layer = after.layers.findIndex(({ name }) => name === before.layers[change.layer]?.name);
    return layer < 0 ? [] : [{ ...change, layer }];
  });
  return { ...mend, changes };
}

/** Where rows of paths stand after steps that took some away, or drew others in their place, one step after the other. */
class Removed {
  /** By step: by page, the place of each row that is left. */
  private readonly steps: readonly ReadonlyMap<number, ReadonlyMap<number, number>>[];

  constructor(steps: readonly Step[]) {
    this.steps = steps.map(({ drawing, changes }) => {
      const pages = new Set(
        [...changesOf(changes, "remove"), ...changesOf(changes, "re-space")].map(({ page }) => page),
      );
      return new Map(
        [...pages].map((page) => {
          const after = pathsAfter(drawing.pages[page - 1]?.paths.count ?? 0, changes, page) ?? [];
          return [page, new Map(after.flatMap((each, now) => ("was" in each ? [[each.was, now] as const] : [])))];
        }),
      );
    });
  }

  /** A change of paths, told by the rows that are left. Rows that are gone have nothing left to change. */
  renumbered(change: MarkChange): MarkChange {
    return this.steps.reduce((now, step) => {
      const places = step.get(now.page);
      if (!places) return now;
      const kept = changeOfSome(
        now,
        [...now.rows.keys()].filter((i) => places.has(now.rows[i] ?? 0)),
      );
      return { ...kept, rows: kept.rows.map((row) => places.get(row) ?? row) };
    }, change);
  }
}
