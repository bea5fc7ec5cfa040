import { changesOf, type MarkChange } from "../../../drawing";
import type { PageOrigin } from "../origin";
import { nameText } from "../syntax/serialise";
import { around, Level, NotSafe, type AddPatch } from "./patch";
import { matrixText, placed } from "./rewrites";
import type { PageWatch, Sequence, ShownAt, Standing } from "./watch";

/** Something that one operator puts on the page, in the content of an instance: a path, a string, or a form with all in it. */
interface Piece {
  readonly instance: number;
  readonly from: number;
  readonly to: number;
  readonly stands: Standing;
  /** Name of the layer that it is to be on; undefined where it stays. */
  readonly target: string | undefined;
  /** Row of the texts, for a string. */
  readonly text?: number;
}

/** The name under which the content of a page calls a layer. */
export const layerName = (number: number): string => `Layer_${number}`;

const begin = (layer: number): string => `/OC ${nameText(layerName(layer))} BDC`;

/**
 * Puts marks on other layers. Where all that a sequence of marked content holds goes to one layer, the sequence names
 * that layer; marks on none get a sequence of their own; else the sequence around is ended before and begun again behind.
 */
export function moveToLayers(
  page: PageOrigin,
  watch: PageWatch,
  changes: readonly MarkChange[],
  layerOf: (name: string) => number,
  add: AddPatch,
): void {
  if (changesOf(changes, "move").length === 0) return;
  const pieces = withForms(page, watch, piecesOf(page, changes, watch));
  const whole = wholeSequences(watch, pieces);
  for (const [at, target] of whole) {
    const { instance, from, to } = watch.sequences[at]!;
    const layer = layerOf(target);
    add(instance, { from, to, text: begin(layer), layer });
  }
  const rest = pieces.filter(({ target, stands }) => target !== undefined && !whole.has(stands.sequence));
  for (const run of runs(pieces, rest)) moveRun(page, watch, run, layerOf, add);
}

/** All paths and strings of a page in the order of their rows, with where they are to go. */
function piecesOf(page: PageOrigin, changes: readonly MarkChange[], watch: PageWatch): Piece[] {
  const { paths, texts } = page;
  const targets = { paths: new Map<number, string>(), texts: new Map<number, string>() };
  for (const { of, rows, to } of changesOf(changes, "move")) for (const row of rows) targets[of].set(row, to);
  const asked = new Array<string | undefined>(paths.count);
  const seen = new Uint8Array(paths.count);
  paths.ofMark.forEach((at, row) => {
    const target = targets.paths.get(row);
    if (seen[at] === 1 && asked[at] !== target)
      throw new NotSafe("Some of these marks are painted in one go with others that are to stay.");
    seen[at] = 1;
    asked[at] = target;
  });
  return [
    ...asked.map((target, at): Piece => ({
      instance: paths.instance[at] ?? 0,
      from: paths.start[at] ?? 0,
      to: paths.end[at] ?? 0,
      stands: watch.painted[at]!,
      target,
    })),
    ...Array.from({ length: texts.count }, (_, row): Piece => ({
      instance: texts.instance[row] ?? 0,
      from: texts.start[row] ?? 0,
      to: texts.end[row] ?? 0,
      stands: watch.shown[row]!,
      target: targets.texts.get(row),
      text: row,
    })),
  ];
}

/**
 * Marks of a form that is drawn on a layer, and says none itself, can only go together with the form: then what draws
 * it is the piece. Of forms in forms, from the innermost out.
 */
function withForms({ instances }: PageOrigin, watch: PageWatch, pieces: readonly Piece[]): Piece[] {
  const byInstance = new Map<number, Piece[]>();
  for (const piece of pieces) {
    const known = byInstance.get(piece.instance);
    if (known) known.push(piece);
    else byInstance.set(piece.instance, [piece]);
  }
  for (let at = instances.length - 1; at > 0; at--) {
    const [own, instance, drawn] = [byInstance.get(at), instances[at], watch.drawn.get(at)];
    if (!own || !instance || !drawn) continue;
    const unplaced = own.filter(({ stands }) => stands.sequence < 0);
    const target = unplaced.find((piece) => piece.target !== undefined)?.target;
    if (target === undefined || !(drawn.onLayer || drawn.ownLayer)) continue;
    if (drawn.ownLayer || own.some((piece) => piece.target !== target || piece.stands.sequence >= 0))
      throw new NotSafe("Some of these marks are part of a form that other marks stand in, which are to stay.");
    byInstance.delete(at);
    const piece = { instance: instance.parent, from: instance.at, to: instance.to, stands: drawn, target };
    const beside = byInstance.get(instance.parent) ?? [];
    byInstance.set(instance.parent, [...beside, piece]);
  }
  return [...byInstance.values()].flat();
}

/** Sequences of which everything goes to one layer: by index, its name. */
function wholeSequences(watch: PageWatch, pieces: readonly Piece[]): Map<number, string> {
  const found = new Map<number, string | undefined>();
  for (const { stands, target } of pieces) {
    const { sequence } = stands;
    if (sequence < 0) continue;
    found.set(sequence, !found.has(sequence) || found.get(sequence) === target ? target : undefined);
  }
  return new Map(
    [...found].flatMap(([at, target]) =>
      target === undefined || watch.sequences[at]?.holdsOthers !== false ? [] : [[at, target] as const],
    ),
  );
}

/** Pieces that follow each other with nothing between that is to stay or that parts them. */
function runs(all: readonly Piece[], moved: readonly Piece[]): Piece[][] {
  const order = (a: Piece, b: Piece): number => a.instance - b.instance || a.from - b.from;
  const wanted = new Set(moved);
  const found: Piece[][] = [];
  let last: Piece | undefined;
  for (const piece of [...all].sort(order)) {
    if (!wanted.has(piece)) {
      last = undefined;
      continue;
    }
    const goesOn =
      last?.instance === piece.instance &&
      last.target === piece.target &&
      last.stands.turn === piece.stands.turn &&
      last.stands.sequence === piece.stands.sequence;
    if (goesOn) found.at(-1)!.push(piece);
    else found.push([piece]);
    last = piece;
  }
  return found;
}

function moveRun(
  page: PageOrigin,
  watch: PageWatch,
  run: readonly Piece[],
  layerOf: (name: string) => number,
  add: AddPatch,
): void {
  const [first, last] = [run[0]!, run.at(-1)!];
  const layer = layerOf(first.target ?? "");
  const { stands, instance } = first;
  const range = [first.from, last.to] as const;
  const more = { level: Level.content, layer };
  const sequence = watch.sequences[stands.sequence];
  if (!sequence) return around(add, instance, range, [`${begin(layer)} `, " EMC"], more);
  const [out, back] = [`EMC ${begin(layer)} `, ` EMC ${beginAgain(watch, sequence, stands)}`];
  if (stands.text === sequence.text) return around(add, instance, range, [out, back], more);
  // Marked content may not end within a text object that it did not begin in: the object ends and begins again, too.
  const rows = run.map(({ text = -1 }) => text);
  const [from, to] = [first, last].map(({ text = -1 }) => placed(page.texts, watch, text, new Set(rows))) as [
    ShownAt,
    ShownAt,
  ];
  if (page.texts.runsOn[first.text ?? -1] === 1)
    throw new NotSafe("This lettering goes on where other ends, which is to stay.");
  around(
    add,
    instance,
    range,
    [`ET ${out}BT ${matrixText(from.matrix)} Tm `, ` ET${back} BT ${matrixText(to.line)} Tm`],
    more,
  );
}

/** The operator that began a sequence, once more. */
function beginAgain(watch: PageWatch, { instance, from, to, layer }: Sequence, stands: Standing): string {
  if (layer === 0) throw new NotSafe("Several layers decide together over these marks.");
  if (!stands.innermost) throw new NotSafe("These marks stand within other marked content, which can't be parted.");
  return new TextDecoder("latin1").decode(watch.contents[instance]!.subarray(from, to));
}
