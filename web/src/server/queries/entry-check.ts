import type { Problem } from "@hemstitch/core/quantity";
import { checkEntry, type ListName } from "@hemstitch/core/standard";
import { leavesOf } from "../work/heavy";
import { inThread } from "../work/threads";

/** Values that are checked in a few milliseconds; more are checked in a thread. */
const QUICK = 500;

/** What is wrong with an entry by itself. */
export async function problemsOfEntry(list: ListName, entry: unknown): Promise<readonly Problem[]> {
  if (leavesOf(entry) <= QUICK) return checkEntry(list, entry);
  const checked = await inThread({ kind: "check-entry", list, entry });
  return checked.ok ? checked.problems : [{ code: "unchecked", message: checked.problem }];
}
