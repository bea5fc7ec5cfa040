import { changeOfSome, isLayerChange, sortOf, type Change, type LayerMove, type LayerRename } from "./changes";
import type { Drawing, Page } from "./drawing";

/** What of a change can be carried out, if anything, and why the rest can't. */
export interface Possible {
  readonly change?: Change;
  readonly reason?: string;
}

/** What of a change can be carried out without harm, and why the rest can't. */
export function possiblePart(drawing: Drawing, change: Change): Possible {
  const reason = whyNot(drawing, change);
  if (reason !== undefined) return { reason };
  const page = isLayerChange(change) ? undefined : drawing.pages[change.page - 1];
  if (!page || isLayerChange(change)) return { change };
  if (!page.groups.some(({ isNote, cell }) => isNote || cell)) return { change };
  const { group } = page[sortOf(change)];
  const reasons = Array.from(change.rows, (row) => whyNotChanged(page, group[row] ?? 0));
  const first = reasons.find((each) => each !== undefined);
  if (first === undefined) return { change };
  // Lines that are drawn anew take the place of all of those, or of none.
  if (change.kind === "re-space") return { reason: first };
  const kept = reasons.flatMap((each, i) => (each === undefined ? [i] : []));
  return kept.length === 0 ? { reason: first } : { change: changeOfSome(change, kept), reason: first };
}

function whyNot(drawing: Drawing, change: Change): string | undefined {
  if (change.kind === "rename") return whyNotRenamed(drawing, change);
  return change.kind === "move" ? whyNotMoved(drawing, change) : undefined;
}

function whyNotRenamed(drawing: Drawing, { layer, to }: LayerRename): string | undefined {
  const [own, other] = [drawing.layers[layer], drawing.layers.find((each) => each.name === to)];
  return own && other && own.visible !== other.visible
    ? `“${own.name}” is ${own.visible ? "printed" : "not printed"} and “${other.name}” is ${other.visible ? "printed" : "not"}, so they can't become one.`
    : undefined;
}

function whyNotMoved(drawing: Drawing, { to }: LayerMove): string | undefined {
  const same = drawing.layers.filter(({ name }) => name === to);
  if (same.length > 1) return `The file has several layers called “${to}”.`;
  return same.some(({ visible }) => !visible)
    ? `“${to}” is not printed in this file, so what is moved there would vanish.`
    : undefined;
}

function whyNotChanged(page: Page, group: number): string | undefined {
  if (isWithin(page, group, "isNote"))
    return "This stands in a note that was stuck onto the page; notes are not changed.";
  return isWithin(page, group, "cell")
    ? "This belongs to a pattern that areas are filled with; patterns are not changed."
    : undefined;
}

function isWithin({ groups }: Page, group: number, what: "isNote" | "cell"): boolean {
  for (let at = groups[group]; at; at = groups[at.parent]) if (at[what]) return true;
  return false;
}
