import { changesOf, IDENTITY, inverse, type MarkChange, type Matrix } from "../../../drawing";
import { ContentLexer, Token } from "../lexer";
import { Op } from "../operators";
import type { PageOrigin } from "../origin";
import { numberText } from "../syntax/serialise";
import { around, Level, NotSafe, type AddPatch } from "./patch";
import type { PageWatch } from "./watch";

/** Sets the shade of lines. The colour that was in force comes back with the state that was saved around them. */
export function setShades(page: PageOrigin, watch: PageWatch, changes: readonly MarkChange[], add: AddPatch): void {
  const done = new Set<number>();
  for (const { rows, percent } of changesOf(changes, "set-shade"))
    for (const row of rows) {
      const { paths } = page;
      const at = paths.ofMark[row] ?? 0;
      if (done.has(at)) continue;
      done.add(at);
      const { instance, range, doesMore } = operatorsOf(page, watch, at);
      if (doesMore)
        throw new NotSafe("One of these paths does more than paint: it cuts other marks, or holds a setting.");
      around(add, instance, range, [`q ${numberText(1 - percent / 100)} G `, " Q"], { level: Level.state });
    }
}

/** Takes marks away: their path is made as before, so that all that hangs on it stays, and not painted. */
export function removePaths(page: PageOrigin, watch: PageWatch, changes: readonly MarkChange[], add: AddPatch): void {
  const rows = changesOf(changes, "remove").flatMap((change) => [...change.rows]);
  if (rows.length === 0) return;
  for (const at of wholeOperators(page, rows, marksPainted(page))) {
    const { instance, range, painter } = operatorsOf(page, watch, at);
    add(instance, { from: painter, to: range[1], text: "n" });
  }
}

/** Draws lines in place of others: they are painted where the first of these was, and none of these is painted. */
export function respaceLines(page: PageOrigin, watch: PageWatch, changes: readonly MarkChange[], add: AddPatch): void {
  const all = changesOf(changes, "re-space");
  if (all.length === 0) return;
  const painted = marksPainted(page);
  for (const { rows, linesMm } of all)
    wholeOperators(page, rows, painted).forEach((at, i) => {
      const { instance, range, painter, paints, cuts } = operatorsOf(page, watch, at);
      if (paints !== Op.S) throw new NotSafe("Some of these lines are closed or filled as they are painted.");
      if (cuts) throw new NotSafe("One of these lines cuts other marks.");
      // The old path is made and not painted, so that settings that stand within it hold on.
      const instead = i > 0 ? "" : ` ${linesIn(watch.painted[at]?.ctm ?? IDENTITY, linesMm)}`;
      add(instance, { from: painter, to: range[1], text: `n${instead}` });
    });
}

/** How many marks each operator paints. */
function marksPainted({ paths }: PageOrigin): Uint32Array {
  const painted = new Uint32Array(paths.count);
  for (const at of paths.ofMark) painted[at]!++;
  return painted;
}

/** The operators that paint some marks, in their order. Each has to paint none but those. */
function wholeOperators({ paths }: PageOrigin, rows: Iterable<number>, painted: Uint32Array): number[] {
  const wanted = new Map<number, number>();
  for (const row of new Set(rows)) {
    const at = paths.ofMark[row] ?? 0;
    wanted.set(at, (wanted.get(at) ?? 0) + 1);
  }
  for (const [at, count] of wanted)
    if (count !== painted[at])
      throw new NotSafe("Some of these marks are painted in one go with others that are to stay.");
  return [...wanted.keys()].sort((a, b) => a - b);
}

/** Operators that make lines and paint them, in the space that a matrix takes to millimetres on paper. */
function linesIn(ctm: Matrix, linesMm: Float32Array): string {
  const { a, b, c, d, e, f } = inverse(ctm);
  const point = (x: number, y: number): string => `${numberText(a * x + c * y + e)} ${numberText(b * x + d * y + f)}`;
  let text = "";
  for (let i = 0; i + 3 < linesMm.length; i += 4) {
    const [x1 = 0, y1 = 0, x2 = 0, y2 = 0] = linesMm.subarray(i, i + 4);
    text += `${point(x1, y1)} m ${point(x2, y2)} l `;
  }
  return `${text}S`;
}

/** Operators that make a path or paint it, and do nothing else. */
const PLAIN: ReadonlySet<number> = new Set<number>([
  ...[Op.m, Op.l, Op.c, Op.v, Op.y, Op.h, Op.re],
  ...[Op.S, Op.s, Op.f, Op.F, Op.fStar, Op.B, Op.BStar, Op.b, Op.bStar],
]);

/** Where the operators of a path stand, where the one that paints it begins, and what they do besides. */
interface PathAt {
  readonly instance: number;
  readonly range: readonly [number, number];
  readonly painter: number;
  readonly paints: number;
  /** It does more than paint: it cuts what comes after it, or a setting stands within it. */
  readonly doesMore: boolean;
  readonly cuts: boolean;
}

function operatorsOf({ paths }: PageOrigin, watch: PageWatch, at: number): PathAt {
  const [instance, from, to] = [paths.instance[at] ?? 0, paths.start[at] ?? 0, paths.end[at] ?? 0];
  const lexer = new ContentLexer((watch.contents[instance] ?? new Uint8Array(0)).subarray(from, to));
  let [painter, paints, doesMore, cuts] = [from, 0, false, false];
  for (let token = lexer.next(); token !== Token.end; token = lexer.next()) {
    if (token !== Token.operator) {
      if (token !== Token.number) doesMore = true;
      continue;
    }
    if (!PLAIN.has(lexer.operator)) doesMore = true;
    if (lexer.operator === Op.W || lexer.operator === Op.WStar) cuts = true;
    painter = from + lexer.start;
    paints = lexer.operator;
  }
  return { instance, range: [from, to], painter, paints, doesMore, cuts };
}
