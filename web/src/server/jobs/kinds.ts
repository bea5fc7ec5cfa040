import { effectOfDraft } from "./effect-job";
import { inspectFile } from "./inspect-job";
import type { JobKind } from "../work/job";
import { judgeAgain } from "./judge-job";
import { mendFile } from "./mend-job";
import { readAgain } from "./read-job";

/** Every kind of job; what a row says of its arguments was said by the one who put it there. */
const KINDS: readonly JobKind<never>[] = [inspectFile, mendFile, effectOfDraft, readAgain, judgeAgain];

export const kindOf = (kind: string): JobKind<never> | undefined => KINDS.find((each) => each.kind === kind);
