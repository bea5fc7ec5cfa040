import { frame } from "./frame";
import { malformed } from "./malformed";
import { undefinedCode } from "./undefined";
import { unused } from "./unused";

export const CODE_RULES = [undefinedCode, unused, malformed, frame];
