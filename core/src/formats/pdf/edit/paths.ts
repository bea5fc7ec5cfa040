import { changesOf, type MarkChange } from "../../../drawing";
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
      const { instance, range } = operatorsOf(page, watch, at);
      around(add, instance, range, [`q ${numberText(1 - percent / 100)} G `, " Q"], { level: Level.state });
    }
}

/** Takes marks away: their path is made as before, so that all that hangs on it stays, and not painted. */
export function removePaths(page: PageOrigin, watch: PageWatch, changes: readonly MarkChange[], add: AddPatch): void {
  const removals = changesOf(changes, "remove");
  if (removals.length === 0) return;
  const { paths } = page;
  const wanted = new Uint32Array(paths.count);
  for (const { rows } of removals) for (const row of rows) wanted[paths.ofMark[row] ?? 0]!++;
  const painted = new Uint32Array(paths.count);
  for (const at of paths.ofMark) painted[at]!++;
  for (let at = 0; at < paths.count; at++) {
    if (wanted[at] === 0) continue;
    if (wanted[at] !== painted[at])
      throw new NotSafe("Some of these marks are painted in one go with others that are to stay.");
    const { instance, range, painter } = operatorsOf(page, watch, at);
    add(instance, { from: painter, to: range[1], text: "n" });
  }
}

/** Operators that make a path or paint it, and do nothing else. */
const PLAIN: ReadonlySet<number> = new Set<number>([
  ...[Op.m, Op.l, Op.c, Op.v, Op.y, Op.h, Op.re],
  ...[Op.S, Op.s, Op.f, Op.F, Op.fStar, Op.B, Op.BStar, Op.b, Op.bStar],
]);

/**
 * Where the operators of a path stand, and where the one that paints it begins. Throws for a path that does more than
 * paint – it cuts what comes after it, or a setting stands within it –, as that would be lost with the change.
 */
function operatorsOf(
  { paths }: PageOrigin,
  watch: PageWatch,
  at: number,
): { instance: number; range: [number, number]; painter: number } {
  const [instance, from, to] = [paths.instance[at] ?? 0, paths.start[at] ?? 0, paths.end[at] ?? 0];
  const lexer = new ContentLexer((watch.contents[instance] ?? new Uint8Array(0)).subarray(from, to));
  let painter = from;
  for (let token = lexer.next(); token !== Token.end; token = lexer.next()) {
    if (token === Token.number) continue;
    if (token !== Token.operator || !PLAIN.has(lexer.operator))
      throw new NotSafe("One of these paths does more than paint: it cuts other marks, or holds a setting.");
    painter = from + lexer.start;
  }
  return { instance, range: [from, to], painter };
}
