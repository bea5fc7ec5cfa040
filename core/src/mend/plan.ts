import { counted } from "../base/words";
import { withRoom } from "./room-to-grow";
import {
  isLayerChange,
  possiblePart,
  sortOf,
  type Change,
  type ChangeKind,
  type Drawing,
  type Possible,
} from "../drawing";
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
    const possible = asked.map((change) => withItsRoom(drawing, possiblePart(drawing, change)));
    const reason = possible.map((each) => each.reason).find((each) => each !== undefined);
    const changes = possible.flatMap(({ change }) => change ?? []);
    if (changes.length === 0) left.push(leftFor(finding, reason ?? "It can't be changed in this file."));
    else if (taken.take(changes)) {
      const isPart = possible.some((each) => each.isPart === true);
      mends.push({ finding, changes, done: inWords(isPart ? ofPart(finding, changes) : finding, changes) });
      if (isPart) left.push(leftFor(finding, reason ?? ""));
    }
  }
  return { mends, left };
}

/** A finding of which some marks are left as they are: the others count. */
const ofPart = (finding: Finding, changes: readonly Change[]): Finding => ({
  ...finding,
  count: changes.reduce((sum, change) => sum + (isLayerChange(change) ? 0 : change.rows.length), 0),
});

/** What of a change has room where it stands. */
function withItsRoom(drawing: Drawing, possible: Possible): Possible & { readonly isPart?: boolean } {
  const { change } = possible;
  const page = change?.kind === "set-height" ? drawing.pages[change.page - 1] : undefined;
  if (change?.kind !== "set-height" || !page) return possible;
  const roomy = withRoom(page, change);
  return roomy.reason === undefined ? possible : { ...roomy, isPart: roomy.change !== undefined };
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
      if (this.excluded(change)) return true;
      const known = this.set.get(placeOf(change));
      if (known === undefined) return false;
      return rowsOf(change).some((row, at) => known.has(row) && known.get(row) !== valueOf(change, at));
    });
    if (clashes) return false;
    for (const change of changes) {
      const known = this.set.get(placeOf(change)) ?? new Map<number, string>();
      this.set.set(placeOf(change), known);
      rowsOf(change).forEach((row, at) => known.set(row, valueOf(change, at)));
    }
    return true;
  }

  /** Whether one of the marks is to be changed in a way that can't go together with this one. */
  private excluded(change: Change): boolean {
    if (isLayerChange(change)) return false;
    return (EXCLUDES[change.kind] ?? []).some((kind) => {
      const known = this.set.get(`${kind} ${sortOf(change)} ${change.page}`);
      return known !== undefined && change.rows.some((row) => known.has(row));
    });
  }
}

/** Changes that wait for each other: where one of them moves or takes away what the other goes by. */
const EXCLUDES: Partial<Record<ChangeKind, readonly ChangeKind[]>> = {
  "set-width": ["remove", "re-space"],
  "set-line-type": ["remove", "re-space"],
  "set-shade": ["remove", "re-space"],
  move: ["remove", "re-space"],
  remove: ["set-width", "set-line-type", "set-shade", "move", "re-space"],
  "re-space": ["set-width", "set-line-type", "set-shade", "move", "remove", "re-space"],
  "set-height": ["set-text", "write-text", "turn"],
  "set-text": ["set-height", "turn"],
  "write-text": ["set-height", "turn"],
  turn: ["set-height", "set-text", "write-text"],
};

const placeOf = (change: Change): string =>
  isLayerChange(change) ? change.kind : `${change.kind} ${sortOf(change)} ${change.page}`;
const rowsOf = (change: Change): Uint32Array => (isLayerChange(change) ? Uint32Array.of(change.layer) : change.rows);

/** What a change sets, by the place of a row in its rows. */
function valueOf(change: Change, at: number): string {
  switch (change.kind) {
    case "rename":
    case "move":
      return change.to;
    case "set-width":
      return String(change.widthMm);
    case "set-line-type":
      return change.dashMm.join(" ");
    case "set-shade":
      return String(change.percent);
    case "set-height":
      return `${change.heightMm} ${change.about ?? 0}`;
    case "set-text":
    case "write-text":
      return change.strings[at] ?? "";
    case "switch-off":
    case "remove":
    case "re-space":
    case "turn":
      return change.kind;
  }
}

/** What was done, in words. */
const DONE: Readonly<Record<ChangeKind, string>> = {
  rename: "layer renamed",
  "switch-off": "layer switched off",
  move: "moved to another layer",
  remove: "removed",
  "re-space": "hatch lines drawn anew",
  "set-width": "line width set",
  "set-line-type": "line type set",
  "set-shade": "shade set",
  "set-height": "lettering height set",
  "set-text": "rewritten",
  "write-text": "written",
  turn: "turned",
};

function inWords(finding: Finding, [first]: readonly Change[]): MendDone {
  const { rule, title, page, layer, count } = finding;
  const kind = first?.kind ?? "rename";
  const { from, to } = fromTo(finding, first);
  const ofLayer = !first || isLayerChange(first);
  const where = layer === undefined || kind === "rename" || kind === "move" ? "" : ` on ${layer}`;
  const many = ofLayer || kind === "write-text" ? "" : ` (${counted(count, "mark")})`;
  const change = from === to ? "" : `: ${from.trim() === "" ? "" : `${from} → `}${to}`;
  return {
    rule,
    title,
    mend: kind,
    page,
    ...(layer === undefined ? {} : { layer }),
    count,
    from,
    to,
    message: `${DONE[kind]}${where}${change}${many}`,
  };
}

/** What was there and what is there now, as people read it; the same where a mend sets no value. */
function fromTo(finding: Finding, change: Change | undefined): { from: string; to: string } {
  const unit = finding.unit ? ` ${finding.unit}` : "";
  const from = `${finding.measured ?? ""}${unit}`;
  switch (change?.kind) {
    case "rename":
      return { from, to: change.to };
    case "move":
      return { from: finding.layer ?? "no layer", to: change.to };
    case "switch-off":
    case "remove":
      return { from, to: from };
    default:
      return { from, to: `${finding.expected ?? ""}${unit}` };
  }
}
