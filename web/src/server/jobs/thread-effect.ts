import { gunzipSync } from "node:zlib";
import { unpackDrawing } from "@hemstitch/core/drawing";
import { effectOf, inspect, singleChanges, type ChangedFinding, type Finding } from "@hemstitch/core/inspect";
import type { EffectFinding } from "../database/rows";
import type { EffectResult, TaskOf } from "./thread-work";

/** Findings of one drawing that are told one by one; the sums count them all. */
const MOST_TOLD = 40;
/** Changes that are judged each on its own; a draft with more is judged as a whole. */
const MOST_ALONE = 150;

const row = ({ rule, severity, layer, message, count }: ChangedFinding): EffectFinding => ({
  rule,
  severity,
  ...(layer === undefined ? {} : { layer }),
  message,
  count,
});

/** Judges kept drawings by the edition, by the draft, and by each of the draft's changes alone. No file is opened. */
export function judgeEffect(
  { before, after, drawings }: TaskOf<"effect">,
  onProgress: (share: number) => void,
): EffectResult {
  const changes = singleChanges(before, after);
  const alone = changes.length <= MOST_ALONE;
  const sums = changes.map(() => ({ gained: 0, lost: 0 }));
  const sets = new Map<string, EffectResult["effect"]["sets"][number]["drawings"][number][]>();
  drawings.forEach((kept, i) => {
    const drawing = unpackDrawing(gunzipSync(kept.drawing));
    const was: readonly Finding[] = inspect(drawing, before).findings;
    const whole = effectOf(was, inspect(drawing, after).findings);
    changes.forEach(({ standard }, k) => {
      const sum = sums[k];
      if (!alone || !standard || !sum) return;
      const effect = effectOf(was, inspect(drawing, standard).findings);
      sum.gained += effect.gained.length;
      sum.lost += effect.lost.length;
    });
    const list = sets.get(kept.planSet) ?? [];
    sets.set(kept.planSet, list);
    list.push({
      name: kept.name,
      fileId: kept.fileId,
      inspectionId: kept.inspectionId,
      gained: whole.gained.length,
      lost: whole.lost.length,
      gainedFindings: whole.gained.slice(0, MOST_TOLD).map(row),
      lostFindings: whole.lost.slice(0, MOST_TOLD).map(row),
    });
    onProgress((i + 1) / drawings.length);
  });
  return {
    ok: true,
    effect: {
      drawings: drawings.length,
      sets: [...sets].map(([planSet, list]) => ({
        planSet,
        gained: list.reduce((sum, each) => sum + each.gained, 0),
        lost: list.reduce((sum, each) => sum + each.lost, 0),
        drawings: list.sort((a, b) => b.gained + b.lost - a.gained - a.lost),
      })),
      changes: changes.map(({ part, entry, words, standard }, k) => ({
        part,
        entry,
        words,
        together: !alone || standard === undefined,
        gained: sums[k]?.gained ?? 0,
        lost: sums[k]?.lost ?? 0,
      })),
    },
  };
}
