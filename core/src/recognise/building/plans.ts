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
