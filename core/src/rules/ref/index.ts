import { missing } from "./missing";
import { oneWay } from "./one-way";

export const REF_RULES = [missing, oneWay];
