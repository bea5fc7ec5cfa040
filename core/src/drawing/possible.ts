import type { Change, LayerRename } from "./changes";
import type { Drawing, Page } from "./drawing";

/** What of a change can be carried out, if anything, and why the rest can't. */
export interface Possible {
  readonly change?: Change;
  readonly reason?: string;
}

/** What of a change can be carried out without harm, and why the rest can't. */
export function possiblePart(drawing: Drawing, change: Change): Possible {
  if (change.kind === "rename") {
    const reason = whyNotRenamed(drawing, change);
    return reason === undefined ? { change } : { reason };
  }
  const page = drawing.pages[change.page - 1];
  if (!page) return { change };
  if (!page.groups.some(({ isNote, isCell }) => isNote || isCell)) return { change };
  const { group } = page[change.kind === "set-height" ? "texts" : "paths"];
  const reasons = Array.from(change.rows, (row) => whyNotChanged(page, group[row] ?? 0));
  const reason = reasons.find((each) => each !== undefined);
  if (reason === undefined) return { change };
  const kept = reasons.flatMap((each, i) => (each === undefined ? [i] : []));
  if (kept.length === 0) return { reason };
  const rows = Uint32Array.from(kept, (i) => change.rows[i] ?? 0);
  if (change.kind !== "set-height" || !change.shiftMm) return { change: { ...change, rows }, reason };
  const { shiftMm } = change;
  return { change: { ...change, rows, shiftMm: Float32Array.from(kept, (i) => shiftMm[i] ?? 0) }, reason };
}

function whyNotRenamed(drawing: Drawing, { layer, to }: LayerRename): string | undefined {
  const [own, other] = [drawing.layers[layer], drawing.layers.find((each) => each.name === to)];
  return own && other && own.visible !== other.visible
    ? `“${own.name}” is ${own.visible ? "printed" : "not printed"} and “${other.name}” is ${other.visible ? "printed" : "not"}, so they can't become one.`
    : undefined;
}

function whyNotChanged(page: Page, group: number): string | undefined {
  if (isWithin(page, group, "isNote"))
    return "This stands in a note that was stuck onto the page; notes are not changed.";
  return isWithin(page, group, "isCell")
    ? "This belongs to a pattern that areas are filled with; patterns are not changed."
    : undefined;
}

function isWithin({ groups }: Page, group: number, what: "isNote" | "isCell"): boolean {
  for (let at = groups[group]; at; at = groups[at.parent]) if (at[what]) return true;
  return false;
}
