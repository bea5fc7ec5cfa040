/** Fields of title blocks; the ids are those that frames of a standard use (ISO 7200 and common practice, from memory). */
export type TitleField =
  | "owner"
  | "client"
  | "project"
  | "projectNumber"
  | "address"
  | "title"
  | "supplement"
  | "scale"
  | "drawnBy"
  | "checkedBy"
  | "approvedBy"
  | "date"
  | "status"
  | "number"
  | "revision"
  | "sheetOf"
  | "size"
  | "telephone";

/** What people write at a field, whole; a colon behind it is left out before. Common practice, no source. */
const LABELS: readonly (readonly [TitleField, RegExp])[] = [
  ["projectNumber", /^(?:project|job|contract|commission|file)\s*(?:no|nr|num(?:ber)?|#|ref(?:erence)?)$/],
  ["project", /^(?:project|job|project (?:name|title)|works?)$/],
  ["owner", /^(?:office|owner|legal owner|company|architect|engineer|consultant|author|designer|practice|firm)$/],
  ["client", /^(?:client|customer|employer|for|client name)$/],
  ["address", /^(?:address|site|site address|location|project address)$/],
  ["supplement", /^(?:supplementary title|sub-?title|supplement|part|area|zone|building|level|floor)$/],
  ["title", /^(?:title|drawing|drawing title|sheet title|drawing name|sheet name|description|contents?|subject)$/],
  ["scale", /^(?:scales?|scale @ ?a\d|drawing scale)$/],
  ["drawnBy", /^(?:drawn|drawn by|dr|drn|created by|creator|prepared by|author initials|by|draw?n\.?)$/],
  ["checkedBy", /^(?:checked|checked by|chk|chkd|ch'?k'?d|reviewed by|verified by)$/],
  ["approvedBy", /^(?:approved|approved by|appr?|apprv|app'?d|authori[sz]ed by|released by)$/],
  ["date", /^(?:date|date of issue|issue date|issued|date drawn|drawing date)$/],
  ["status", /^(?:status|issue|purpose|purpose of issue|issue status|issued for|suitability|phase|stage)$/],
  [
    "number",
    /^(?:(?:sheet|drawing|dr(?:aw)?g|d(?:ra)?wg)\s*(?:no|nr|num(?:ber)?|#)|identification number|document (?:no|number)|number|no|drg|d(?:ra)?wg)$/,
  ],
  ["revision", /^(?:rev(?:ision|n)?(?:\s*(?:no|nr|number|index))?|index)$/],
  ["sheetOf", /^(?:sheet|page|sheet of|sheets|page of)$/],
  ["size", /^(?:size|paper|format|sheet size|paper size)$/],
  ["telephone", /^(?:tel|telephone|phone|fax|e-?mail|web)$/],
];

const plain = (text: string): string => text.trim().toLowerCase().replace(/[.:]/g, " ").replace(/\s+/g, " ").trim();

/** The field that a text is the label of; undefined for any other text. */
export function fieldOf(text: string): TitleField | undefined {
  const label = plain(text);
  if (label.length > 28 || !/^[a-z]/.test(label)) return undefined;
  return LABELS.find(([, pattern]) => pattern.test(label))?.[0];
}

/** A label and its value in one line: `SCALE: 1:50`, `DRAWN 12.03.2024`. */
export function labelled(
  text: string,
): { readonly field: TitleField; readonly label: string; readonly value: string } | undefined {
  const parted = /^([^:]{2,28}):\s*(.*)$/.exec(text.trim());
  const field = parted && fieldOf(parted[1] ?? "");
  return parted && field ? { field, label: (parted[1] ?? "").trim(), value: (parted[2] ?? "").trim() } : undefined;
}
