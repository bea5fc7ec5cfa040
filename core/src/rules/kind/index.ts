import { leftOutShowing } from "./left-out-showing";
import { missing } from "./missing";
import { notFaint } from "./not-faint";
import { undecided } from "./undecided";

export const KIND_RULES = [leftOutShowing, notFaint, missing, undecided];
