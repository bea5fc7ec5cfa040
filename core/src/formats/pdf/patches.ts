import { joined } from "../../base/bytes";
import { changesOf, type HeightChange, type MarkChange } from "../../drawing";
import { nameText, numberText } from "./syntax/serialise";
import type { PageOrigin, PathOperators, TextOperators } from "./origin";

/** A replacement of bytes [from, to) of an instance's content; from = to inserts. */
export interface Patch {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

/** Setting one property (width or dash) of the painting operators of a page. */
interface Property {
  /** Operand text wanted for each row of the path operators; undefined where nothing changes. */
  readonly wanted: readonly (string | undefined)[];
  /** Where the value in force was set in the same instance; from = to = 0 for nowhere. */
  readonly setFrom: Uint32Array;
  readonly setTo: Uint32Array;
  readonly operator: "w" | "d";
  /** The operand text that was in force, to go back to. */
  readonly was: (row: number) => string;
}

/** The patches that carry out a page's changes, by instance. */
export function patchesFor(page: PageOrigin, changes: readonly MarkChange[]): Map<number, Patch[]> {
  const patches = new Map<number, Patch[]>();
  const add = (instance: number, patch: Patch): void => {
    const list = patches.get(instance);
    if (list) list.push(patch);
    else patches.set(instance, [patch]);
  };
  const { paths } = page;
  const inherits = instancesThatInherit(page);
  setProperty(page, inherits, add, {
    wanted: wantedByOperator(
      paths,
      changesOf(changes, "set-width").map(({ rows, widthMm }) => ({
        rows,
        text: (unitMm) => numberText(widthMm / unitMm),
      })),
    ),
    setFrom: paths.widthFrom,
    setTo: paths.widthTo,
    operator: "w",
    was: (row) => numberText(paths.width[row] ?? 1),
  });
  setProperty(page, inherits, add, {
    wanted: wantedByOperator(
      paths,
      changesOf(changes, "set-line-type").map(({ rows, dashMm }) => ({
        rows,
        text: (unitMm) => `[${dashMm.map((each) => numberText(each / unitMm)).join(" ")}] 0`,
      })),
    ),
    setFrom: paths.dashFrom,
    setTo: paths.dashTo,
    operator: "d",
    was: (row) => paths.dashTexts[paths.dashText[row] ?? 0] ?? "[] 0",
  });
  setHeights(page, changesOf(changes, "set-height"), add);
  return patches;
}

/** One painting operator may paint several marks; a change of one of them is a change of all. */
function wantedByOperator(
  { count, ofMark, unitMm }: PathOperators,
  changes: readonly { rows: Uint32Array; text: (unitMm: number) => string }[],
): (string | undefined)[] {
  const wanted = new Array<string | undefined>(count).fill(undefined);
  for (const { rows, text } of changes) {
    for (const row of rows) {
      const at = ofMark[row] ?? 0;
      wanted[at] ??= text(unitMm[at] ?? 1);
    }
  }
  return wanted;
}

/** Instances in which a form is drawn that takes over their width or dash; there, a setting is not ours alone. */
function instancesThatInherit({ instances, paths }: PageOrigin): Set<number> {
  const found = new Set<number>();
  for (let row = 0; row < paths.count; row++) {
    if (paths.widthFrom[row] !== paths.widthTo[row] && paths.dashFrom[row] !== paths.dashTo[row]) continue;
    for (
      let parent = instances[paths.instance[row] ?? 0]?.parent ?? -1;
      parent >= 0;
      parent = instances[parent]?.parent ?? -1
    )
      found.add(parent);
  }
  return found;
}

/**
 * Where everything painted with one setting wants the same new value, and nothing else goes by it, the setting itself
 * is rewritten. Elsewhere the value is set before the path and set back after it.
 */
function setProperty(
  { paths, shared }: PageOrigin,
  inherits: ReadonlySet<number>,
  add: (instance: number, patch: Patch) => void,
  property: Property,
): void {
  const { wanted, setFrom, setTo, operator, was } = property;
  if (wanted.every((each) => each === undefined)) return;
  const settings = new Map<string, string | null>();
  const keyOf = (row: number): string => `${paths.instance[row]}:${setFrom[row]}`;
  const canRewrite = (row: number): boolean =>
    setFrom[row] !== setTo[row] && !inherits.has(paths.instance[row] ?? 0) && !shared.has(keyOf(row));
  for (let row = 0; row < paths.count; row++) {
    if (!canRewrite(row)) continue;
    const [key, want] = [keyOf(row), wanted[row] ?? null];
    const known = settings.get(key);
    settings.set(key, known === undefined || known === want ? want : null);
  }
  const rewritten = new Set<string>();
  for (let row = 0; row < paths.count; row++) {
    const want = wanted[row];
    if (want === undefined) continue;
    const instance = paths.instance[row] ?? 0;
    const key = keyOf(row);
    const [start, end] = [paths.start[row] ?? 0, paths.end[row] ?? 0];
    const setting = { from: setFrom[row] ?? 0, to: setTo[row] ?? 0, text: `${want} ${operator}` };
    const ours = canRewrite(row) && settings.get(key) === want;
    // A setting between the parts of the path counts for the whole of it; whatever is set before has no effect.
    const inside = setting.from >= start && setting.to <= end && setting.from !== setting.to;
    if (ours || inside) {
      if (!rewritten.has(key)) add(instance, setting);
      rewritten.add(key);
    } else add(instance, { from: start, to: start, text: `${want} ${operator} ` });
    if (!ours) add(instance, { from: end, to: end, text: ` ${was(row)} ${operator}` });
  }
}

/** How each string of a page is resized: by what factor, and which share of its growth goes before its start. */
interface Resizing {
  readonly factor: Float64Array;
  readonly about: Float64Array;
  /** How far the start of each moves along the baseline, text-space units. */
  readonly shift: Float64Array;
}

function resizingOf({ texts }: PageOrigin, changes: readonly HeightChange[]): Resizing {
  const column = (): Float64Array => new Float64Array(texts.count);
  const resizing = { factor: column().fill(1), about: column(), shift: column() };
  for (const { rows, heightMm, about = 0, shiftMm } of changes) {
    for (const [i, row] of rows.entries()) {
      // What runs on moves with what is before it.
      const moves = texts.runsOn[row] === 1 ? 0 : (shiftMm?.[i] ?? 0);
      resizing.shift[row] = (moves / (texts.unitMm[row] || 1)) * ((texts.size[row] ?? 1) < 0 ? -1 : 1);
      resizing.factor[row] = heightMm / (texts.heightMm[row] || heightMm);
      // A string that is part of a running line keeps its start, whatever was asked.
      resizing.about[row] = texts.runsOn[row] === 1 || texts.runsOn[row + 1] === 1 ? 0 : about;
    }
  }
  return resizing;
}

function setHeights(
  page: PageOrigin,
  changes: readonly HeightChange[],
  add: (instance: number, patch: Patch) => void,
): void {
  const { texts } = page;
  const resizing = resizingOf(page, changes);
  for (let row = 0; row < texts.count; row++) {
    const k = resizing.factor[row] ?? 1;
    const font = texts.fontNames[row] ?? "";
    if (k === 1 || font === "") continue;
    const [instance, size] = [texts.instance[row] ?? 0, texts.size[row] ?? 1];
    const [start, end] = [texts.start[row] ?? 0, texts.end[row] ?? 0];
    const old = `${nameText(font)} ${numberText(size)} Tf`;
    add(instance, {
      from: start,
      to: start,
      text: `${stepAside(texts, resizing, row)}${nameText(font)} ${numberText(size * k)} Tf `,
    });
    add(instance, { from: end, to: end, text: ` ${old}${stepBack(texts, resizing, row)}` });
  }
}

/** A move along the line by a length in text space, as an operator at the size and horizontal scaling of a string. */
const moveAlong = (by: number, { size, horizontal }: TextOperators, row: number): string =>
  Math.abs(by) < 1e-9 ? "" : `[${numberText((-by * 1000) / ((size[row] || 1) * (horizontal[row] || 1)))}] TJ`;

/** Before a resized string: takes back what its leading adjustment will grow by, and its share of the growth. */
function stepAside(texts: TextOperators, { factor, about, shift }: Resizing, row: number): string {
  const more = (factor[row] ?? 1) - 1;
  const [lead, grows] = [texts.lead[row] ?? 0, texts.grows[row] ?? 0];
  const move = moveAlong((shift[row] ?? 0) - lead * more - (grows - lead) * more * (about[row] ?? 0), texts, row);
  return move === "" ? "" : `${move} `;
}

/**
 * After a resized string: keeps the place of one that goes on where it ended, unless that one is
 * resized alike. Strings resized alike run on together, so what all of them grew by is taken back.
 */
function stepBack(texts: TextOperators, { factor, shift }: Resizing, row: number): string {
  const goesOn = (at: number): boolean => texts.runsOn[at] === 1 && texts.instance[at] === texts.instance[at - 1];
  if (!goesOn(row + 1) || factor[row + 1] === factor[row]) return "";
  let longer = 0;
  for (let at = row; ; at--) {
    longer += ((texts.grows[at] ?? 0) - (texts.lead[at] ?? 0)) * ((factor[at] ?? 1) - 1) + (shift[at] ?? 0);
    if (!goesOn(at) || factor[at - 1] !== factor[at]) break;
  }
  const move = moveAlong(-longer, texts, row);
  return move === "" ? "" : ` ${move}`;
}

/** Applies patches to a content; insertions at one place keep their order. */
export function patched(content: Uint8Array, patches: readonly Patch[]): Uint8Array {
  const order = patches
    .map((patch, i) => ({ patch, i }))
    .sort((a, b) => a.patch.from - b.patch.from || a.patch.to - b.patch.to || a.i - b.i);
  const pieces: Uint8Array[] = [];
  const encoder = new TextEncoder();
  let at = 0;
  for (const { patch } of order) {
    if (patch.from < at) throw new Error(`Patches overlap at ${patch.from}.`);
    pieces.push(content.subarray(at, patch.from), encoder.encode(patch.text));
    at = patch.to;
  }
  pieces.push(content.subarray(at));
  return joined(pieces);
}
