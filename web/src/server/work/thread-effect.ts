import { gunzipSync } from "node:zlib";
import { unpackDrawing } from "@hemstitch/core/drawing";
import { effectOf, inspect, SeenDrawing, singleChanges, type SingleChange } from "@hemstitch/core/inspect";
import type { EffectResult, JudgedResult, TaskOf } from "./thread-work";

/** Changes that are judged each on its own; a draft with more is judged as a whole. */
const MOST_ALONE = 150;

/** The changes of the draft that was asked about last: one question comes with many drawings. */
let last: { readonly effectId: string; readonly changes: readonly SingleChange[] } | undefined;

function changesOf({ effectId, before, after }: TaskOf<"effect">): readonly SingleChange[] {
  if (last?.effectId !== effectId) last = { effectId, changes: singleChanges(before, after) };
  return last.changes;
}

/** Judges one kept drawing by what it is to be judged by now. */
export function judgeDrawing({ drawing, standard, given }: TaskOf<"judge">): JudgedResult {
  const { kinds, findings, notJudged } = inspect(unpackDrawing(gunzipSync(drawing)), standard, given);
  return { ok: true, kinds, findings, notJudged };
}

/** Judges one kept drawing by the edition, by the draft, and by each of the draft's changes alone. No file is opened. */
export function judgeEffect(task: TaskOf<"effect">): EffectResult {
  const changes = changesOf(task);
  const alone = changes.length <= MOST_ALONE;
  const said = changes.map(({ part, entry, words, standard }) => ({
    part,
    entry,
    words,
    together: !alone || standard === undefined,
  }));
  if (!task.drawing) return { ok: true, changes: said, gained: [], lost: [], alone: [] };
  const drawing = unpackDrawing(gunzipSync(task.drawing));
  // Looked at once, judged by every standard.
  const seen = new SeenDrawing(drawing);
  const was = inspect(drawing, task.before, { seen }).findings;
  return {
    ok: true,
    changes: said,
    ...effectOf(was, inspect(drawing, task.after, { seen }).findings),
    alone: changes.map(({ standard }) => {
      if (!alone || !standard) return { gained: 0, lost: 0 };
      const { gained, lost } = effectOf(was, inspect(drawing, standard, { seen }).findings);
      return { gained: gained.length, lost: lost.length };
    }),
  };
}
