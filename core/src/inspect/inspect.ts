import type { Drawing } from "../drawing";
import { PAGE_KIND, SURE_KIND } from "../recognise/drawing-kinds";
import { featuresOf } from "../recognise/features";
import { drawingsOn } from "../recognise/recognised";
import { FileFacts, SeenDrawing, type Given, type PageFacts } from "../recognise/recogniser";
import { RULES, unmet, type DrawingRule, type Rule, type SheetOfSet } from "../rules";
import { SEVERITIES, severityIn, StandardLookup, type OfficeStandard } from "../standard/plain";
import { Collector } from "./collect";
import type { Finding, Inspected, KindOfPage, NotJudged } from "./finding";
import { asFindingOfFile, inspectSet } from "./inspect-set";

export interface InspectOptions extends Omit<Given, "isKindGuessed"> {
  /** The drawing kind, where the caller knows it: its pens and scales go before the general ones. */
  readonly kind?: string;
  /** The rules to judge by; all unless said. */
  readonly rules?: readonly Rule[];
  /** The file is one of several that are held against each other by themselves (`inspectSet`): rules of sets are left to that. */
  readonly isOfSet?: boolean;
}

/** Judges a drawing by an edition: every rule that is on, over every page. Pure. */
export function inspect(drawing: Drawing, standard: OfficeStandard, options: InspectOptions = {}): Inspected {
  const file = factsOf(drawing, standard, options);
  const collector = new Collector(file);
  const notJudged: NotJudged[] = [];
  const rules = options.rules ?? RULES;
  for (const rule of rules) {
    if (rule.scope === "set") continue;
    const severity = severityIn(standard, rule);
    if (severity === "off") continue;
    for (const reason of judge(rule, severity, file, collector))
      notJudged.push({ rule: rule.id, title: rule.title, reason });
  }
  const { findings, foundOn } = offered(drawing, collector.findings());
  const ofPages = options.isOfSet ? undefined : inspectSet(sheetsOf(file), standard, { isWhole: false, rules });
  return {
    findings: sorted([...findings, ...(ofPages?.findings ?? []).map(asFindingOfFile)]),
    notJudged: [...notJudged, ...(ofPages?.notJudged ?? [])],
    drawings: file.pages.map(drawingsOn),
    kinds: file.pages.map(kindOf),
    features: () => featuresOf(file),
    foundOn,
  };
}

/** The pages of a file as the sheets of a set. */
const sheetsOf = (file: FileFacts): SheetOfSet[] => featuresOf(file).map((features) => ({ drawing: "", features }));

/** Findings with the mends that can be made: none where nothing of the file may be changed. */
function offered({ locked }: Drawing, found: ReturnType<Collector["findings"]>): ReturnType<Collector["findings"]> {
  if (locked === undefined) return found;
  return {
    findings: found.findings.map(({ mend: _mend, ...finding }) => finding),
    foundOn: new Map([...found.foundOn].map(([key, on]) => [key, { ...on, mend: [] }])),
  };
}

/** A file's facts; where nobody said its kind and its titles name one, its pens and scales go before the general ones. */
function factsOf(
  drawing: Drawing,
  standard: OfficeStandard,
  { kind, rules: _rules, ...given }: InspectOptions,
): FileFacts {
  const seen = given.seen ?? new SeenDrawing(drawing);
  const file = new FileFacts(drawing, new StandardLookup(standard, kind), { ...given, seen });
  if (kind !== undefined) return file;
  const [first, ...others] = file.pages.map(kindOf);
  const isOne = first && first.confidence >= SURE_KIND && others.every((other) => other?.id === first.id);
  return isOne
    ? new FileFacts(drawing, new StandardLookup(standard, first.id), { ...given, seen, isKindGuessed: true })
    : file;
}

function kindOf(facts: PageFacts): KindOfPage | null {
  const [sure] = facts.of(PAGE_KIND);
  if (!sure) return null;
  const { kind, by, words } = sure.value;
  return { id: kind.id, title: kind.title || kind.id, by, words, confidence: sure.confidence };
}

/** Judges one rule; gives the reasons why it could not be, or some of the drawing could not. */
function judge(
  rule: DrawingRule,
  severity: Finding["severity"],
  file: FileFacts,
  collector: Collector,
): readonly string[] {
  try {
    const missing = unmet(rule.needs, file);
    if (missing !== undefined) return [missing];
    const open = new Set<string>();
    const own = new Collector(file);
    for (const pages of rule.scope === "page" ? file.pages.map((page) => [page]) : [file.pages])
      rule.judge({
        file,
        pages,
        valueOf: (parameter) => file.valueOf(parameter),
        report: (report) => own.add(rule, severity, report),
        leaveOpen: (reason) => void open.add(reason),
      });
    collector.takeOver(own);
    return [...open];
  } catch (error) {
    // One rule that fails must not keep the others from being judged; what it had found so far is not told.
    const why = error instanceof Error ? error.message : String(error);
    return [`The rule ${rule.id} failed on this drawing (${why}). Please report the file.`];
  }
}

function sorted(findings: Finding[]): Finding[] {
  const rank = (finding: Finding): number => SEVERITIES.indexOf(finding.severity);
  return findings.sort((a, b) => rank(a) - rank(b) || a.page - b.page);
}
