/** Right, missed and wrongly found. */
export interface Tally {
  right: number;
  missed: number;
  extra: number;
}

/** Nothing counted yet. */
export const noTallies = <Family extends string>(families: readonly Family[]): Record<Family, Tally> =>
  Object.fromEntries(families.map((family) => [family, { right: 0, missed: 0, extra: 0 }])) as Record<Family, Tally>;

/** Counts what of `wanted` was found, each thing once, and what was found beside it; says what is wrong. */
export function compared<T>(
  tally: Tally,
  wanted: readonly T[],
  found: readonly T[],
  isSame: (a: T, b: T) => boolean,
  say: (words: string) => void,
): void {
  const left = found.slice();
  for (const each of wanted) {
    const at = left.findIndex((other) => isSame(each, other));
    if (at >= 0) {
      left.splice(at, 1);
      tally.right++;
    } else {
      tally.missed++;
      say(`missed ${String(each)}`);
    }
  }
  tally.extra += left.length;
  for (const each of left) say(`not there: ${String(each)}`);
}

/** Recall and precision by family, with what they were counted from. */
export const inWords = (scores: Readonly<Record<string, Tally>>): string =>
  Object.entries(scores)
    .map(([family, { right, missed, extra }]) => {
      const share = (part: number, of: number): string => (of === 0 ? "–" : (part / of).toFixed(4));
      return `${family} ${share(right, right + missed)}/${share(right, right + extra)} (${right}+${missed}−${extra})`;
    })
    .join("  ");
