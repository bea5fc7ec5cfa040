import { leftOutShowing } from "./left-out-showing";
import { missing } from "./missing";
import { undecided } from "./undecided";

export const KIND_RULES = [leftOutShowing, missing, undecided];
