import { readFileSync } from "node:fs";
import { readDrawing } from "@hemstitch/core/formats";
import { inspect } from "@hemstitch/core/inspect";
import { nodeInflate } from "@hemstitch/core/node/inflate";
import { must } from "@hemstitch/core/quantity";
import { FileFacts, recognised } from "@hemstitch/core/recognise";
import { StandardLookup, type OfficeStandard } from "@hemstitch/core/standard";
import { preset } from "@hemstitch/core/standard/presets";
import { compared, type Tally } from "../compared";
import type { SheetScene } from "./truth";

export const FAMILIES = [
  "fields",
  "titles",
  "scales",
  "legends",
  "codes",
  "references",
  "revisions",
  "stamps",
  "borders",
  "faults",
] as const;
export type Scores = Record<(typeof FAMILIES)[number], Tally>;

/** Rules that judge what these sheets have; others' frames and sizes of paper are the office's own matter. */
const JUDGED = /^(?:title|code|ref)\/|^sheet\/(?:outside|overlap|titles-astray)$/;
/** Places within this are the same. Millimetres. */
const SAME_MM = 1;

const STANDARD: OfficeStandard = (() => {
  const standard = preset("tarnwick");
  if (!standard) throw new Error("The demo office's standard is missing.");
  return standard;
})();

/** Compares what is recognised on one sheet with what is true of it. */
export async function scored(
  { truth, fault }: SheetScene,
  path: string,
  scores: Scores,
  say: (words: string) => void,
): Promise<void> {
  const { drawing } = must(await readDrawing(new Uint8Array(readFileSync(path)), { inflate: nodeInflate }));
  const [page] = recognised(new FileFacts(drawing, new StandardLookup(STANDARD)));
  if (!page) throw new Error(`${path} has no page.`);
  const words = (family: keyof Scores, wanted: readonly string[], found: readonly string[]): void =>
    compared(
      scores[family],
      wanted,
      found,
      (a, b) => a === b,
      (each) => say(`${family}: ${each}`),
    );
  const signs = (kind: string): { words: string; more: string }[] => page.signs.filter((sign) => sign.kind === kind);
  words(
    "fields",
    truth.fields.filter(({ field }) => field !== "x").map(({ field, value }) => `${field}=${value}`),
    page.titles.flatMap(({ field, value }) => (field === undefined ? [] : [`${field}=${value}`])),
  );
  words(
    "titles",
    truth.titles.map(({ text, number = "" }) => `${number} ${text}`),
    signs("drawing title").map((sign) => `${sign.more} ${sign.words}`),
  );
  // The scale in the title block is written, too.
  const inBlock = truth.fields.flatMap(({ field, value }) =>
    field === "scale" && /^1:/.test(value) ? [Number(value.slice(2))] : [],
  );
  words(
    "scales",
    [...truth.titles.map(({ scale = 0 }) => scale), ...inBlock, ...truth.listedScales].map(String),
    page.notes.map(String),
  );
  words(
    "legends",
    truth.legend.map(({ code, meaning }) => `${code}=${meaning}`),
    signs("explained code").map((sign) => `${sign.words}=${sign.more}`),
  );
  words(
    "codes",
    truth.codes,
    signs("code").map((sign) => sign.words),
  );
  words(
    "references",
    truth.references.map(({ kind, drawing: number, sheet }) => `${kind} ${number}/${sheet}`),
    ["section", "elevation", "detail", "bubble", "note"].flatMap((kind) =>
      signs(kind).map((sign) => `${kind} ${sign.words}`),
    ),
  );
  words(
    "revisions",
    truth.revisions.map(({ revision, date, what }) => `${revision}=${date}, ${what}`),
    signs("revision").map((sign) => `${sign.words}=${sign.more}`),
  );
  words(
    "stamps",
    truth.stamps,
    signs("stamp").map((sign) => sign.words),
  );
  const isBorder = truth.border?.every((at, i) => {
    const { x, y, width, height } = page.borderMm ?? { x: 0, y: 0, width: 0, height: 0 };
    return Math.abs(at - [x, y, x + width, y + height][i]!) <= SAME_MM;
  });
  scores.borders[isBorder ? "right" : "missed"]++;
  if (!isBorder) say(`borders: ${JSON.stringify(page.borderMm)}, not ${truth.border?.join(", ")}`);
  const findings = inspect(drawing, STANDARD, {}).findings.filter(
    // What is too long for its field may run over the border as well.
    ({ rule }) => JUDGED.test(rule) && !(rule === "sheet/outside" && fault === "title/too-long"),
  );
  for (const { rule, message } of findings) if (rule !== fault) say(`of no fault: ${rule}: ${message}`);
  words("faults", fault ? [fault] : [], [...new Set(findings.map(({ rule }) => rule))]);
}
