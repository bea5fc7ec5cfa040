import type { Undecided } from "@hemstitch/core/standard/plain";

/** `A-SIGN in 7 kinds, S-BEAM in Detail`: by layer, those of most kinds first. */
export function undecidedWords(undecided: readonly Undecided[]): string {
  const kinds = new Map<string, string[]>();
  for (const { kind, layers } of undecided)
    for (const layer of layers) kinds.set(layer, [...(kinds.get(layer) ?? []), kind]);
  const rows = [...kinds].sort((a, b) => b[1].length - a[1].length);
  const words = rows
    .slice(0, 5)
    .map(([layer, list]) => `${layer} in ${list.length === 1 ? list[0] : `${list.length} kinds`}`);
  return words.join(", ") + (rows.length > 5 ? ` and ${rows.length - 5} more layers` : "");
}
