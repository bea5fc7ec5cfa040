import { entryDifferences, isListName, LISTS, type Entry } from "@hemstitch/core/standard/plain";

/** A line of the log: what was changed, which entry of it, from what to what. */
export interface LogLine {
  readonly what: string;
  readonly entry: string | null;
  readonly before: unknown;
  readonly after: unknown;
}

const WHAT: Readonly<Record<string, string>> = {
  "standard.published": "published",
  "standard.begun": "standard begun",
  "standard.replaced": "draft replaced",
  "standard.rolled-back": "draft rolled back",
  "standard.showing": "showing chart,",
  "standard.rules": "rule",
  "standard.naming.layers": "scheme of layer names",
  "standard.naming.sheets": "scheme of sheet numbers",
  "standard.defaultLayers": "default layers",
  "standard.textStyleNames": "names of text styles",
  "standard.legendOrder": "order of legends",
  "file.mend": "mended",
  "file.kind": "judged as another kind of drawing",
  "file.judged-again": "asked to judge again",
  "file.cancelled": "stopped the inspection of",
  "plan-set.taken-away": "moved to the bin: plan set",
  "plan-set.put-back": "put back: plan set",
  "sheet.taken-away": "moved to the bin: sheet",
  "sheet.put-back": "put back: sheet",
  "source.taken-away": "moved to the bin: drawing",
  "source.put-back": "put back: drawing",
  "inspection.taken-away": "moved to the bin: inspection",
  "inspection.put-back": "put back: inspection",
  "file.taken-away": "moved to the bin: file",
  "file.put-back": "put back: file",
  "people.password": "changed the password of",
  "people.password-link": "made a link for a new password of",
  "people.password-reset": "chose a new password by a link,",
  "people.signed-out-everywhere": "signed out everywhere,",
};

/** `standard.layers` → “layer”. */
export function whatInWords(what: string): string {
  const name = what.split(".")[1] ?? "";
  return WHAT[what] ?? (isListName(name) ? LISTS[name].one : what.replaceAll(/[.-]/g, " "));
}

/** From what to what, as people call it; an entry that is new or gone is told as that. */
export function changeInWords({ what, entry, before, after }: LogLine): string {
  const list = what.startsWith("standard.") ? what.slice("standard.".length) : "";
  if (isListName(list)) {
    if (!isObject(before) || !isObject(after)) return isObject(after) ? "added" : "removed";
    const name = entry ?? "";
    return entryDifferences(list, name, before, after)
      .map(({ words }) => (words.startsWith(name) ? words.slice(name.length).replace(/^[:,] /, "") : words))
      .join("; ");
  }
  if (what === "standard.published" && isObject(after)) return String(after["summary"] ?? "");
  if (isObject(before) || isObject(after)) return inProperties(before, after);
  const gone = what === "standard.showing" ? `${short(before)} → undecided` : `${short(before)} removed`;
  if (short(before) === NOTHING) return short(after) === NOTHING ? "" : short(after);
  return short(after) === NOTHING ? gone : `${short(before)} → ${short(after)}`;
}

const isObject = (value: unknown): value is Entry =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Properties that both have, from and to; where nothing was before, what there is now. */
function inProperties(before: unknown, after: unknown): string {
  const [a, b] = [isObject(before) ? before : {}, isObject(after) ? after : {}];
  return [...new Set([...Object.keys(a), ...Object.keys(b)])]
    .filter((name) => !isInternal(name) && JSON.stringify(a[name] ?? null) !== JSON.stringify(b[name] ?? null))
    .map((name) =>
      name in a && name in b
        ? `${spaced(name)} ${short(a[name])} → ${short(b[name])}`
        : `${spaced(name)} ${short(name in b ? b[name] : a[name])}`,
    )
    .join("; ");
}

/** What names a row of the database says nothing to people. */
const isInternal = (name: string): boolean => /Id$/.test(name);

/** `invitedBy` → “invited by”. */
const spaced = (name: string): string => name.replaceAll(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const LONGEST = 60;
const NOTHING = "nothing";

function short(value: unknown): string {
  const text =
    value === undefined || value === null || value === ""
      ? NOTHING
      : typeof value === "string"
        ? value
        : Array.isArray(value)
          ? value.map((each) => (typeof each === "string" ? each : JSON.stringify(each))).join(", ")
          : JSON.stringify(value);
  return text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text || NOTHING;
}
