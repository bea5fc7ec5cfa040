import { counted } from "../base/words";
import { possiblePart, type Change, type ChangeKind, type Drawing } from "../drawing";
import type { Finding, FoundOn, Inspected } from "../inspect";

/** A mend that was carried out, in the terms of the finding it answers. */
export interface MendDone {
  readonly rule: string;
  readonly title: string;
  readonly mend: ChangeKind;
  readonly page: number;
  readonly layer?: string;
  readonly count: number;
  readonly from: string;
  readonly to: string;
  readonly message: string;
}

/** A mend that a finding offers and that was not carried out, and why. */
export interface MendLeft {
  readonly key: string;
  readonly rule: string;
  readonly title: string;
  readonly page: number;
  readonly layer?: string;
  readonly reason: string;
}

/** A finding's mend: what it changes, and in what words that is told. */
export interface PlannedMend {
  readonly finding: Finding;
  readonly changes: readonly Change[];
  readonly done: MendDone;
}

/** What a set of findings asks to change; what can't be is left with its reason. */
export interface Plan {
  readonly mends: readonly PlannedMend[];
  readonly left: readonly MendLeft[];
}

/**
 * Brings the mends of findings together. What two findings would set differently on one mark is
 * set as the first says; the other waits for the next pass, where it is judged again.
 */
export function planMends(
  drawing: Drawing,
  { findings, foundOn }: Inspected,
  chosen: (finding: Finding) => boolean = () => true,
): Plan {
  const taken = new Taken();
  const mends: PlannedMend[] = [];
  const left: MendLeft[] = [];
  for (const finding of inOrder(findings)) {
    const asked = mendOf(finding, foundOn);
    if (asked.length === 0 || !chosen(finding)) continue;
    const possible = asked.map((change) => possiblePart(drawing, change));
    const reason = possible.map((each) => each.reason).find((each) => each !== undefined);
    const changes = possible.flatMap(({ change }) => change ?? []);
    if (changes.length === 0) left.push(leftFor(finding, reason ?? "It can't be changed in this file."));
    else if (taken.take(changes)) mends.push({ finding, changes, done: inWords(finding, changes) });
  }
  return { mends, left };
}

export const leftFor = ({ key, rule, title, page, layer }: Finding, reason: string): MendLeft => ({
  key,
  rule,
  title,
  page,
  ...(layer === undefined ? {} : { layer }),
  reason,
});

const mendOf = ({ key }: Finding, foundOn: ReadonlyMap<string, FoundOn>): readonly Change[] =>
  foundOn.get(key)?.mend ?? [];

/** A finding of its own about the line type goes before dashes that only keep step with a width. */
const inOrder = (findings: readonly Finding[]): readonly Finding[] => [
  ...findings.filter((finding) => finding.mend !== "set-width"),
  ...findings.filter((finding) => finding.mend === "set-width"),
];

/** What is already to be set: by kind of change and page, a value for each row (or layer). */
class Taken {
  private readonly set = new Map<string, Map<number, string>>();

  /** Takes changes, all of them or none: none where one of them would set a mark otherwise than it is to be set. */
  take(changes: readonly Change[]): boolean {
    const clashes = changes.some((change) => {
      const known = this.set.get(placeOf(change));
      const value = valueOf(change);
      return known !== undefined && rowsOf(change).some((row) => (known.get(row) ?? value) !== value);
    });
    if (clashes) return false;
    for (const change of changes) {
      const known = this.set.get(placeOf(change)) ?? new Map<number, string>();
      this.set.set(placeOf(change), known);
      const value = valueOf(change);
      rowsOf(change).forEach((row) => known.set(row, value));
    }
    return true;
  }
}

const placeOf = (change: Change): string => (change.kind === "rename" ? "rename" : `${change.kind} ${change.page}`);
const rowsOf = (change: Change): Uint32Array => (change.kind === "rename" ? Uint32Array.of(change.layer) : change.rows);

function valueOf(change: Change): string {
  switch (change.kind) {
    case "rename":
      return change.to;
    case "set-width":
      return String(change.widthMm);
    case "set-line-type":
      return change.dashMm.join(" ");
    case "set-height":
      return `${change.heightMm} ${change.about ?? 0}`;
  }
}

/** What was done, in words. */
const DONE: Readonly<Record<ChangeKind, string>> = {
  rename: "layer renamed",
  "set-width": "line width set",
  "set-line-type": "line type set",
  "set-height": "lettering height set",
};

function inWords(finding: Finding, [first]: readonly Change[]): MendDone {
  const { rule, title, page, layer, count } = finding;
  const kind = first?.kind ?? "rename";
  const unit = finding.unit ? ` ${finding.unit}` : "";
  const to = first?.kind === "rename" ? first.to : `${finding.expected ?? ""}${unit}`;
  const from = `${finding.measured ?? ""}${unit}`;
  const where = layer === undefined || kind === "rename" ? "" : ` on ${layer}`;
  const many = kind === "rename" ? "" : ` (${counted(count, "mark")})`;
  return {
    rule,
    title,
    mend: kind,
    page,
    ...(layer === undefined ? {} : { layer }),
    count,
    from,
    to,
    message: `${DONE[kind]}${where}: ${from} → ${to}${many}`,
  };
}
