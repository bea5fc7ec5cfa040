import { digest } from "../base/digest";
import { together, type BoxMm } from "../drawing";
import { valueOf } from "../recognise/parameter";
import { RULES, type Rule, type SetReport, type SetRule, type SheetOfSet } from "../rules";
import { SEVERITIES, severityIn, type OfficeStandard, type Severity } from "../standard/plain";
import { MOST_PLACES, type Finding, type NotJudged } from "./finding";

/** A departure that shows only when sheets are held against each other. */
export interface SetFinding {
  /** Tells it from every other finding of the set, and knows it again when sheets come, go or change places. */
  readonly key: string;
  readonly rule: string;
  readonly title: string;
  readonly severity: Severity;
  /** What departs: the number of a sheet, a reference. */
  readonly subject: string;
  readonly message: string;
  readonly measured?: number | string;
  readonly expected?: number | string;
  readonly unit?: string;
  readonly places: readonly SetPlace[];
}

/** A place of a finding on one of several sheets. */
export interface SetPlace {
  readonly drawing: string;
  /** 1 for the first page. */
  readonly page: number;
  /** Left out where no layer is meant, or the marks are on none. */
  readonly layer?: string;
  /** The whole sheet where nothing smaller is meant. Millimetres. */
  readonly boxMm: BoxMm;
}

/** What was found among the sheets of a set. */
export interface InspectedSet {
  readonly findings: readonly SetFinding[];
  readonly notJudged: readonly NotJudged[];
}

export interface SetOptions {
  /** Somebody says that these are all sheets of the set. */
  readonly isWhole: boolean;
  /** The rules to judge by; all of sets unless said. */
  readonly rules?: readonly Rule[];
}

/** Judges the sheets of a set together, by their features alone. Pure. */
export function inspectSet(
  sheets: readonly SheetOfSet[],
  standard: OfficeStandard,
  { isWhole, rules = RULES }: SetOptions,
): InspectedSet {
  const findings: SetFinding[] = [];
  const notJudged: NotJudged[] = [];
  for (const rule of rules) {
    if (rule.scope !== "set") continue;
    const severity = severityIn(standard, rule);
    if (severity === "off") continue;
    const { id, title } = rule;
    const judged = judge(rule, severity, sheets, standard, isWhole);
    findings.push(...judged.findings);
    for (const reason of judged.open) notJudged.push({ rule: id, title, reason });
  }
  const rank = ({ severity }: SetFinding): number => SEVERITIES.indexOf(severity);
  return { findings: findings.sort((a, b) => rank(a) - rank(b)), notJudged };
}

function judge(
  rule: SetRule,
  severity: Severity,
  sheets: readonly SheetOfSet[],
  standard: OfficeStandard,
  isWhole: boolean,
): { readonly findings: readonly SetFinding[]; readonly open: Iterable<string> } {
  const reports: SetReport[] = [];
  const open = new Set<string>();
  try {
    rule.judge({
      sheets,
      isWhole,
      standard,
      valueOf: (parameter) => valueOf(standard, parameter),
      report: (report) => void reports.push(report),
      leaveOpen: (reason) => void open.add(reason),
    });
  } catch (error) {
    // One rule that fails must not keep the others from being judged; what it had found so far is not reported.
    const why = error instanceof Error ? error.message : String(error);
    return { findings: [], open: [`The rule ${rule.id} failed on this set (${why}). Please report the files.`] };
  }
  const seen = new Map<string, number>();
  return { findings: reports.map((report) => findingOf(rule, severity, report, seen)), open };
}

/**
 * What a finding is known by: the rule, its subject, what was measured and what was expected. What is alike
 * in all of these is counted: the second of two equal references on a sheet.
 */
function keyOf({ id }: SetRule, { subject, measured, expected }: SetReport, seen: Map<string, number>): string {
  const bare = JSON.stringify([id, subject, measured ?? null, expected ?? null]);
  const turn = seen.get(bare) ?? 0;
  seen.set(bare, turn + 1);
  return digest(turn === 0 ? bare : `${bare} ${turn}`);
}

function findingOf(rule: SetRule, severity: Severity, report: SetReport, seen: Map<string, number>): SetFinding {
  const { subject, message, measured, expected, unit, places } = report;
  return {
    key: keyOf(rule, report, seen),
    rule: rule.id,
    title: rule.title,
    severity,
    subject,
    message,
    ...(measured === undefined ? {} : { measured }),
    ...(expected === undefined ? {} : { expected }),
    ...(unit === undefined ? {} : { unit }),
    places: places.map(({ sheet: { drawing, features }, boxMm, layer }) => ({
      drawing,
      page: features.page,
      ...(layer ? { layer } : {}),
      boxMm: boxMm ?? { x: 0, y: 0, width: features.widthMm, height: features.heightMm },
    })),
  };
}

/** A finding among the pages of one file, in the shape of that file's own: at its first page, its other pages beside. */
export function asFindingOfFile({ subject: _subject, places, ...finding }: SetFinding): Finding {
  const page = places[0]?.page ?? 0;
  const own = places.filter((place) => place.page === page);
  const elsewhere = places.filter((place) => place.page !== page);
  const [layer, ...others] = [...new Set(own.map((place) => place.layer))];
  return {
    ...finding,
    page,
    ...(layer !== undefined && others.length === 0 ? { layer } : {}),
    count: places.length,
    boxMm: own.map(({ boxMm }) => boxMm).reduce(together),
    placesMm: own.slice(0, MOST_PLACES).flatMap(({ boxMm: { x, y, width, height } }) => [x, y, width, height]),
    ...(elsewhere.length === 0
      ? {}
      : { elsewhere: elsewhere.map(({ page: other, boxMm }) => ({ page: other, boxMm })) }),
  };
}
