import { offLayer } from "./off-layer";
import { openBoundary } from "./open-boundary";
import { partUnit } from "./part-unit";
import { spacing } from "./spacing";
import { unknown } from "./unknown";

export const HATCH_RULES = [unknown, spacing, partUnit, openBoundary, offLayer];
