import { missing } from "./missing";
import { oneWay } from "./one-way";
import { stale } from "./stale";

export const REF_RULES = [missing, oneWay];

/** Rules that a file by itself tells nothing of: they are told where a plan set is. */
export const REF_RULES_OF_SETS = [stale];
