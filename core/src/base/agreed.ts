/** A value that something vouches for, give or take its reach. */
export interface Vouched {
  readonly value: number;
  readonly reach: number;
  /** Who vouches, by number: for one of its values or the other, but only once. */
  readonly by: number;
}

/**
 * The place in a list of the value that most vouch for, the first of several; undefined for an empty list. The values are
 * walked along once, from the least to the greatest, so that thousands don't take minutes.
 */
export function mostAgreed(all: readonly Vouched[]): number | undefined {
  const rising = (of: (each: Vouched) => number): Vouched[] => all.slice().sort((a, b) => of(a) - of(b));
  const begin = ({ value, reach }: Vouched): number => value - reach;
  const end = ({ value, reach }: Vouched): number => value + reach;
  const [begins, ends] = [rising(begin), rising(end)];
  const order = [...all.keys()].sort((a, b) => (all[a]?.value ?? 0) - (all[b]?.value ?? 0));
  const open = new Map<number, number>();
  let [begun, ended, most] = [0, 0, 0];
  let best: number | undefined;
  for (const place of order) {
    const value = all[place]?.value ?? 0;
    for (let next = begins[begun]; next && begin(next) <= value; next = begins[++begun])
      open.set(next.by, (open.get(next.by) ?? 0) + 1);
    for (let next = ends[ended]; next && end(next) < value; next = ends[++ended]) {
      const left = (open.get(next.by) ?? 0) - 1;
      if (left > 0) open.set(next.by, left);
      else open.delete(next.by);
    }
    const isBetter = open.size > most || (open.size === most && best !== undefined && place < best);
    if (isBetter) [most, best] = [open.size, place];
  }
  return best;
}
