import type { PointMm } from "../../drawing";
import { kindAt } from "../drawing-kinds";
import type { PageFacts } from "../recogniser";
import { REGIONS } from "../regions";
import { OPENINGS } from "./openings";
import { ROOMS } from "./rooms";

/**
 * Whether a place is on a plan of a building: openings or named rooms are in its drawing, and no title says that it is
 * something else. Where no title says so, doors have to swing in it, or its rooms to be named.
 */
export function isOnPlan(facts: PageFacts, at: PointMm): boolean {
  const region = facts.of(REGIONS)[0]?.value.of(at) ?? -1;
  const known = ON_PLANS.get(facts) ?? new Map<number, boolean>();
  ON_PLANS.set(facts, known);
  let is = known.get(region);
  if (is === undefined) known.set(region, (is = isPlanAround(facts, at)));
  return is;
}

/** What is true of one place of a drawing is true of all of it: worked out once for each part of a page. */
const ON_PLANS = new WeakMap<PageFacts, Map<number, boolean>>();

function isPlanAround(facts: PageFacts, at: PointMm): boolean {
  const kind = kindAt(facts, at);
  if (kind && !/\bplan\b/i.test(kind.title)) return false;
  const regions = facts.of(REGIONS)[0]?.value;
  const own = regions?.of(at) ?? -1;
  const isHere = (point: PointMm): boolean => (regions?.of(point) ?? -1) === own;
  return (
    facts.of(OPENINGS).some(({ value }) => (kind ?? value.leavesMm.length > 0) && isHere(value.from)) ||
    facts.of(ROOMS).some(({ value }) => value.name !== "" && isHere(value.ring[0] ?? at))
  );
}
