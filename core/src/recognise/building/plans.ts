import type { PointMm } from "../../drawing";
import { kindAt } from "../drawing-kinds";
import { measuredOn, type PageFacts, type PageRecogniser } from "../recogniser";
import { DRAWING_REGIONS, type DrawingRegions } from "../drawing-regions";
import { OPENINGS } from "./openings";
import { ROOMS } from "./rooms";

/** The parts of a page that hold plans of buildings. */
export class Plans {
  constructor(
    private readonly regions: DrawingRegions | undefined,
    private readonly parts: ReadonlySet<number>,
  ) {}

  /** Whether a place is on a plan. */
  has(at: PointMm): boolean {
    return this.parts.has(partOf(this.regions, at));
  }
}

export const PLANS: PageRecogniser<Plans> = {
  id: "plans",
  on: "page",
  finds: "which parts of a page are plans of buildings",
  from: "openings or named rooms in a drawing, and no title that says that it is something else; where no title says so, doors that swing or rooms with names",
  find: (facts) => [measuredOn(facts.page.index, plansOf(facts))],
};

export const isOnPlan = (facts: PageFacts, at: PointMm): boolean => facts.of(PLANS)[0]?.value.has(at) ?? false;

/** Whether a place may be on a plan: nothing says that its drawing is an elevation, a section or something else. */
export function mayBeOnPlan(facts: PageFacts, at: PointMm): boolean {
  const kind = kindAt(facts, at);
  return kind === undefined || /\bplan\b/i.test(kind.title);
}

const partOf = (regions: DrawingRegions | undefined, at: PointMm): number => regions?.of(at) ?? -1;

/** What of a building is in a part of a page. */
interface Seen {
  readonly at: PointMm;
  hasOpenings: boolean;
  hasSwings: boolean;
  hasNames: boolean;
}

function plansOf(facts: PageFacts): Plans {
  const parts = new Map<number, Seen>();
  // Where nothing is built, nobody needs the parts of the page.
  const isBuilt = facts.of(OPENINGS).length + facts.of(ROOMS).length > 0;
  const regions = isBuilt ? facts.of(DRAWING_REGIONS)[0]?.value : undefined;
  const seenAt = (at: PointMm): Seen => {
    const part = partOf(regions, at);
    const seen = parts.get(part) ?? { at, hasOpenings: false, hasSwings: false, hasNames: false };
    parts.set(part, seen);
    return seen;
  };
  for (const { value } of facts.of(OPENINGS)) {
    const seen = seenAt(value.from);
    seen.hasOpenings = true;
    seen.hasSwings ||= value.leavesMm.length > 0;
  }
  for (const { value } of facts.of(ROOMS)) {
    const [corner] = value.ring;
    if (corner && value.name !== "") seenAt(corner).hasNames = true;
  }
  const plans = [...parts].filter(([, seen]) => isPlan(facts, seen)).map(([part]) => part);
  return new Plans(regions, new Set(plans));
}

function isPlan(facts: PageFacts, { at, hasOpenings, hasSwings, hasNames }: Seen): boolean {
  if (!mayBeOnPlan(facts, at)) return false;
  return hasNames || (kindAt(facts, at) ? hasOpenings : hasSwings);
}
