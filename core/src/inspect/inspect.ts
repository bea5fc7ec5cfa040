import type { Drawing, Page } from "../drawing";
import { Scale } from "../quantity";
import { marksPerLayer, strokeLooks, textLooks } from "../recognise/looks";
import { RULES, type JudgeContext, type PageFacts, type Rule } from "../rules";
import { SEVERITIES, StandardLookup, type OfficeStandard } from "../standard";
import { Collector } from "./collect";
import type { Finding, Inspected, NotJudged } from "./finding";

export interface InspectOptions {
  /** The scale the drawings are at, where the caller knows it; goes before what the file states. */
  readonly scale?: Scale;
  /** The drawing kind, where the caller knows it: its pens and scales go before the general ones. */
  readonly kind?: string;
}

/** Judges a drawing by an edition: every rule that is on, over every page. Pure. */
export function inspect(drawing: Drawing, standard: OfficeStandard, options: InspectOptions = {}): Inspected {
  const lookup = new StandardLookup(standard, options.kind);
  const collector = new Collector(drawing);
  const notJudged: NotJudged[] = [];
  const pages = drawing.pages.map((page) => factsOf(drawing, page, options));
  const entries = drawing.layers.map((layer) => lookup.layer(layer.name));
  for (const rule of RULES) {
    const severity = severityOf(rule, standard);
    if (severity === "off") continue;
    const context: JudgeContext = {
      drawing,
      pages,
      standard: lookup,
      entryOf: (layer) => entries[layer],
      report: (report) => collector.add(rule.meta, severity, report),
      notJudged: (reason) => void notJudged.push({ rule: rule.meta.id, reason }),
    };
    rule.judge(context);
  }
  return { findings: sorted(collector.findings()), notJudged };
}

const severityOf = (rule: Rule, standard: OfficeStandard): Finding["severity"] | "off" =>
  (Object.hasOwn(standard.rules, rule.meta.id) ? standard.rules[rule.meta.id]?.severity : undefined) ??
  rule.meta.severity;

function factsOf(drawing: Drawing, page: Page, options: InspectOptions): PageFacts {
  const stated = options.scale ?? statedScale(page);
  return {
    page,
    strokes: strokeLooks(page),
    texts: textLooks(page),
    marksPerLayer: marksPerLayer(page, drawing.layers.length),
    ...(stated ? { stated } : {}),
  };
}

/** The scale that the file states for the largest part of the page. */
export function statedScale(page: Page): Scale | undefined {
  const largest = [...page.viewports].sort(
    (a, b) => b.boxMm.width * b.boxMm.height - a.boxMm.width * a.boxMm.height,
  )[0];
  if (!largest) return undefined;
  const ratio = largest.buildingPerPaper;
  const whole = Math.round(ratio);
  return Scale.of(Math.abs(ratio - whole) < 1e-4 * ratio && whole > 0 ? whole : Number(ratio.toPrecision(8)));
}

function sorted(findings: Finding[]): Finding[] {
  const rank = (finding: Finding): number => SEVERITIES.indexOf(finding.severity);
  return findings.sort((a, b) => rank(a) - rank(b) || a.page - b.page);
}
