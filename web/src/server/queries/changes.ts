import { editionDifferences } from "@hemstitch/core/rules";
import { entriesOf, LIST_NAMES, type Difference, type OfficeStandard } from "@hemstitch/core/standard";
import { forTheOffice } from "../base/asking";
import { inThread } from "../work/threads";

/** Entries that are compared in a few hundredths of a second; more are compared in a thread. */
const QUICK = 1000;

const sizeOf = (standard: OfficeStandard): number =>
  LIST_NAMES.reduce((sum, list) => sum + entriesOf(standard, list).length, 0);

/** In what two standards differ. */
export async function differencesBetween(
  before: OfficeStandard,
  after: OfficeStandard,
): Promise<readonly Difference[]> {
  if (sizeOf(before) + sizeOf(after) <= QUICK) return editionDifferences(before, after);
  const compared = await inThread({ kind: "compare", before, after });
  if (!compared.ok) throw new Error(compared.problem);
  return compared.differences;
}

/** What was worked out, by office, edition and version of the draft: pages ask for the same again and again. */
const remembered = new Map<string, Promise<readonly Difference[]>>();
const MOST_REMEMBERED = 20;

/** What the draft of an office changes in one of its editions. */
export function changesOfDraft(
  officeId: string,
  edition: { readonly number: number; readonly content: OfficeStandard },
  draft: { readonly version: number; readonly content: OfficeStandard },
): Promise<readonly Difference[]> {
  const key = `${officeId} ${edition.number} ${draft.version}`;
  const known = remembered.get(key);
  if (known) return known;
  if (remembered.size >= MOST_REMEMBERED) remembered.delete(remembered.keys().next().value ?? "");
  const working = forTheOffice(officeId, () => differencesBetween(edition.content, draft.content));
  remembered.set(key, working);
  working.catch(() => remembered.delete(key));
  return working;
}
