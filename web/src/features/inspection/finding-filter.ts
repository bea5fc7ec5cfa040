import { FAMILIES, familyOf, type Family } from "@hemstitch/core/rules/families";
import type { Severity } from "@hemstitch/core/standard/plain";
import type { Numbered } from "./numbered";

/** Which findings are looked at. */
export interface FindingFilter {
  readonly words: string;
  /** Those that are left out. */
  readonly without: ReadonlySet<Severity>;
  /** All of them where nothing is named. */
  readonly family: Family | "";
  readonly layer: string;
}

export const NO_FILTER: FindingFilter = { words: "", without: new Set(), family: "", layer: "" };

export const isFiltered = ({ words, without, family, layer }: FindingFilter): boolean =>
  words.trim() !== "" || without.size > 0 || family !== "" || layer !== "";

/** The layer that a finding is about, as it is called in the filter. */
export const layerNameOf = ({ layer, rule }: Numbered): string =>
  layer ?? (rule === "layer/default-used" ? "no layer" : "the sheet");

/** Findings that a filter lets through; every one of its words has to stand somewhere in a finding. */
export function filtered(findings: readonly Numbered[], filter: FindingFilter): readonly Numbered[] {
  if (!isFiltered(filter)) return findings;
  const words = filter.words.toLocaleLowerCase().split(/\s+/).filter(Boolean);
  return findings.filter((finding) => {
    if (filter.without.has(finding.severity)) return false;
    if (filter.family !== "" && familyOf(finding.rule) !== filter.family) return false;
    if (filter.layer !== "" && layerNameOf(finding) !== filter.layer) return false;
    const said = `${finding.number} ${finding.title} ${finding.message} ${finding.rule} ${finding.layer ?? ""}`;
    return words.every((word) => said.toLocaleLowerCase().includes(word));
  });
}

/** What there is to choose among: families and layers of findings, each with how many. */
export function choicesOf(findings: readonly Numbered[]): {
  readonly families: readonly (readonly [Family, string, number])[];
  readonly layers: readonly (readonly [string, number])[];
} {
  const [families, layers] = [new Map<Family, number>(), new Map<string, number>()];
  for (const finding of findings) {
    const [family, layer] = [familyOf(finding.rule), layerNameOf(finding)];
    families.set(family, (families.get(family) ?? 0) + 1);
    layers.set(layer, (layers.get(layer) ?? 0) + 1);
  }
  const known = Object.keys(FAMILIES) as Family[];
  return {
    families: known.flatMap((family) => {
      const count = families.get(family);
      return count === undefined ? [] : [[family, FAMILIES[family], count] as const];
    }),
    layers: [...layers].sort(([a], [b]) => a.localeCompare(b)),
  };
}
