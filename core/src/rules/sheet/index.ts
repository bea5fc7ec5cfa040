import { crowded } from "./crowded";
import { frame } from "./frame";
import { outside } from "./outside";
import { overlap } from "./overlap";
import { size } from "./size";
import { titlesAstray } from "./titles-astray";

export const SHEET_RULES = [size, frame, outside, overlap, crowded, titlesAstray];
