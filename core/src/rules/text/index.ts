import { font } from "./font";
import { height } from "./height";

export const TEXT_RULES = [height, font];
