import type { LetteringFont } from "../../formats/font-file";
import { PdfWriter, type PdfPage } from "../../formats/pdf/write";
import { wantedFont } from "../../formats/set-font";
import { plotsWith, shade } from "../../plot";
import {
  CHAPTERS,
  entriesOf,
  inWords,
  keyOf,
  LISTS,
  PROPERTIES,
  StandardLookup,
  valueAt,
  type Difference,
  type Entry,
  type LayerEntry,
  type ListName,
  type OfficeStandard,
  type PenEntry,
} from "../../standard";
import { hasSpecimen, placedBoard, specimen } from "../../specimen";
import { otherFonts } from "../../sheet";
import { Flow, PAGE, TEXT_WIDTH_MM, type Column } from "./flow";
import { drawChart } from "./chart";
import { checks } from "./checks";
import { nameOf, sentencesOf } from "./sentences";

export interface ManualRequest {
  readonly standard: OfficeStandard;
  /** The font that it is set in. */
  readonly font: LetteringFont;
  /** Fonts at hand, for samples of the standard's lettering; what is not at hand is shown in the manual's own. */
  readonly fonts?: readonly LetteringFont[];
  /** What the edition says of itself when published. */
  readonly summary?: string;
  /** When it was published, as people write it. */
  readonly date?: string;
  /** Changes since the edition before. */
  readonly changes?: { readonly since: string; readonly list: readonly Difference[] };
}

/** Entries of one list that get a specimen of their own; a longer list would be a book. */
const MOST_SPECIMENS = 60;
const MOST_CHANGES = 400;

/**
 * The standard as a typeset manual, A4: contents, every chapter with specimens at true size, the
 * showing chart, how drawings are judged, and what changed. Specimens that are not at true size say so.
 */
export async function makeManual(request: ManualRequest): Promise<Uint8Array> {
  const { standard } = request;
  const title = `${standard.name}: office standard, ${editionWords(standard)}`;
  const others = otherFonts(standard, request.fonts ?? [], request.font);
  const pdf = await PdfWriter.create(request.font, title, others);
  const flow = new Flow(pdf, title);
  cover(flow, request);
  const contentsPage = flow.newPage();
  flow.newPage();
  const fonts = [request.font, ...others];
  for (const chapter of CHAPTERS) chapterPages(flow, standard, chapter, fonts);
  checks(flow, standard);
  if (request.changes) changes(flow, request.changes);
  writeContents(contentsPage, flow);
  flow.finish();
  pdf.bookmark(
    flow.contents.flatMap((entry) => {
      const page = flow.pages[entry.page - 1];
      return page && entry.level === 1 ? [{ title: entry.title, page }] : [];
    }),
  );
  return pdf.save();
}

const editionWords = ({ edition }: OfficeStandard): string => (edition === "draft" ? "draft" : `edition ${edition}`);

function cover(flow: Flow, { standard, summary, date }: ManualRequest): void {
  const page = flow.newPage();
  page.text(standard.name, PAGE.leftMm, 210, { heightMm: 10 });
  page.text(`Office standard, ${editionWords(standard)}`, PAGE.leftMm, 196, { heightMm: 5 });
  if (date) page.text(date, PAGE.leftMm, 187, { heightMm: 3.5 });
  page
    .ink(0xc77700)
    .pen(0.5, [3, 2])
    .line(PAGE.leftMm, 180, PAGE.widthMm - PAGE.rightMm, 180)
    .ink(0x1b2a41);
  flow.space(PAGE.heightMm - PAGE.topMm - 174);
  if (summary) flow.paragraph(summary, 2.5);
  flow.paragraph("Print at 100 %. Specimens are at true size: the bar below is 100 mm long.", 2.5);
  flow.figure(8, (sheet, x, y) => {
    sheet
      .pen(0.35)
      .line(x, y + 2, x + 100, y + 2)
      .line(x, y, x, y + 4)
      .line(x + 100, y, x + 100, y + 4);
  });
}

function writeContents(page: PdfPage, flow: Flow): void {
  let y = PAGE.heightMm - PAGE.topMm - 8;
  page.text("Contents", PAGE.leftMm, y, { heightMm: 5 });
  y -= 12;
  const step = Math.min(6, (y - PAGE.bottomMm) / Math.max(1, flow.contents.length));
  for (const { title, level, page: number } of flow.contents) {
    const heightMm = level === 1 ? 2.5 : 2;
    page.text(title, PAGE.leftMm + (level === 1 ? 0 : 6), y, { heightMm });
    page.text(String(number), PAGE.widthMm - PAGE.rightMm, y, { heightMm, align: "right" });
    y -= step;
  }
}

function chapterPages(
  flow: Flow,
  standard: OfficeStandard,
  chapter: (typeof CHAPTERS)[number],
  fonts: readonly LetteringFont[],
): void {
  const filled = (chapter.lists as readonly ListName[]).filter((list) => entriesOf(standard, list).length > 0);
  const isLayers = chapter.id === "layers";
  if (filled.length === 0 && !isLayers) return;
  const [first] = filled;
  if (first) flow.need(CHAPTER_HEAD_MM + firstHeight(standard, first));
  flow.heading(chapter.title, 1);
  if (isLayers) scheme(flow, standard);
  for (const list of filled) {
    flow.need(LIST_HEAD_MM + firstHeight(standard, list));
    flow.heading(LISTS[list].many, 2);
    flow.paragraph(LISTS[list].lead);
    if (LISTS[list].inRows) rows(flow, standard, list);
    else specimens(flow, standard, list, fonts);
  }
  if (chapter.id === "drawing-kinds" && standard.layers.length > 0) {
    flow.heading("Showing chart", 2);
    flow.paragraph("Filled: drawn. Outlined: faint. A dash: left out. A question mark: nobody has decided.");
    drawChart(flow, standard);
  }
}

/** Room of a title with what stands between it and the first specimen, millimetres. */
const LIST_HEAD_MM = 30;
const CHAPTER_HEAD_MM = LIST_HEAD_MM + 14;
/** What is taller than most of a page goes on the next anyway. */
const MOST_KEPT_MM = 180;

/** Height of a list's first specimen: a title does not stand at the foot of a page without it. */
function firstHeight(standard: OfficeStandard, list: ListName): number {
  const [entry] = entriesOf(standard, list);
  if (!entry || LISTS[list].inRows) return 0;
  return Math.min(MOST_KEPT_MM, specimen(standard, list, entry, { widthMm: 84 })?.heightMm ?? 0);
}

function scheme(flow: Flow, { naming }: OfficeStandard): void {
  const { title, examples, source, fields } = naming.layers;
  flow.heading("Names", 2);
  if (fields.length === 0) {
    flow.paragraph("How names are put together is not settled yet: a layer is right where it stands in the register.");
    return;
  }
  flow.paragraph(
    [
      `${title}.`,
      ...(examples.length > 0 ? [`Examples: ${examples.join(", ")}.`] : []),
      ...(source ? [`Source: ${source}.`] : []),
    ].join(" "),
  );
  flow.table(
    [
      { title: "Field", widthMm: 40 },
      { title: "Takes", widthMm: 46 },
      { title: "Codes", widthMm: TEXT_WIDTH_MM - 86 },
    ],
    fields.map((field) => [
      `${field.title}${field.required ? "" : " (may be left out)"}`,
      `${field.minLength === field.maxLength ? field.minLength : `${field.minLength}–${field.maxLength}`} ${field.characters.replaceAll("-", " ")}`,
      (field.codes ?? [])
        .slice(0, 120)
        .map((code) => `${code.code} ${code.meaning}`)
        .join(" · "),
    ]),
  );
}

/** A list as one table: its properties that say anything, and a sample drawn in each row of layers and pens. */
function rows(flow: Flow, standard: OfficeStandard, list: ListName): void {
  const entries = entriesOf(standard, list);
  const used = PROPERTIES[list].filter((property) =>
    entries.some((entry) => inWords(valueAt(entry, property.path), property) !== "nothing"),
  );
  const shown = used.filter(({ path, shape }) => shape !== "colour" && !SELDOM.has(path)).slice(0, 7);
  const sample = sampleColumn(standard, list, entries);
  const weights = shown.map(({ shape, path }) =>
    shape === "words" || path === "title" || path === "meaning"
      ? 3
      : shape === "keys" || shape === "texts"
        ? 2
        : path === "name" || shape === "key"
          ? 2
          : 1,
  );
  const room = TEXT_WIDTH_MM - (sample?.widthMm ?? 0);
  const sum = weights.reduce((total, each) => total + each, 0);
  const columns: Column[] = shown.map((property, i) => ({
    title: property.unit ? `${property.title}, ${property.unit}` : property.title,
    widthMm: (room * (weights[i] ?? 1)) / sum,
  }));
  flow.table(
    sample ? [...columns, sample] : columns,
    entries.map((entry) => shown.map((property) => wordsOrDash(entry, property))),
  );
}

const SELDOM = new Set(["order", "marks", "alsoLineTypes", "sha256"]);

function wordsOrDash(entry: Entry, property: (typeof PROPERTIES)[ListName][number]): string {
  const { unit: _unit, ...bare } = property;
  const words = inWords(valueAt(entry, property.path), bare);
  return words === "nothing" ? "–" : words;
}

function sampleColumn(standard: OfficeStandard, list: ListName, entries: readonly Entry[]): Column | undefined {
  const lookup = new StandardLookup(standard);
  const lookOf = (row: number) => {
    if (list === "layers") return plotsWith(lookup, entries[row] as LayerEntry);
    const pen = entries[row] as PenEntry;
    return { widthMm: pen.widthMm, dashMm: [], shadePercent: pen.shadePercent };
  };
  if (list !== "layers" && list !== "pens") return undefined;
  return {
    title: "At true size",
    widthMm: 34,
    draw: (row, page, x, y, widthMm) => {
      const { widthMm: pen, dashMm, shadePercent } = lookOf(row);
      page
        .ink(shade(shadePercent))
        .pen(pen, dashMm)
        .line(x, y + 2.6, x + widthMm - 2, y + 2.6);
    },
  };
}

function specimens(flow: Flow, standard: OfficeStandard, list: ListName, fonts: readonly LetteringFont[]): void {
  for (const entry of entriesOf(standard, list).slice(0, MOST_SPECIMENS)) {
    const drawn = hasSpecimen(list) ? specimen(standard, list, entry, { widthMm: 84 }) : undefined;
    const said = sentencesOf(list, entry);
    flow.need((drawn?.heightMm ?? 0) + 24);
    flow.entry(nameOf(list, entry));
    const smaller = drawn?.reduced ? ` Drawn ${drawn.reduced.toFixed(1)} times smaller than it is.` : "";
    flow.paragraph(`${said}${smaller}${shownIn(list, entry, fonts)}`);
    if (drawn)
      flow.figure(drawn.heightMm, (page, x, y) => {
        page.ink(0xd9d4c7).pen(0.1).rectangle({ x, y, width: drawn.widthMm, height: drawn.heightMm });
        drawn.draw(placedBoard(page, x, y));
      });
  }
}

/** Says of lettering whose font is not at hand which one it is shown in. */
function shownIn(list: ListName, entry: Entry, fonts: readonly LetteringFont[]): string {
  const families = list === "fonts" ? [keyOf(list, entry)] : list === "textStyles" ? (entry["fonts"] as string[]) : [];
  return families.length === 0 || wantedFont({ families }, fonts)
    ? ""
    : ` It is shown in ${fonts[0]?.family ?? "another font"} here: the font is not at hand.`;
}

function changes(flow: Flow, { since, list }: NonNullable<ManualRequest["changes"]>): void {
  flow.heading(`Changes since ${since}`, 1);
  if (list.length === 0) flow.paragraph("None.");
  for (const change of list.slice(0, MOST_CHANGES))
    flow.paragraph(`${change.words.replaceAll(" → ", " to ")}.`.replace(/([.!?])\.$/, "$1"));
  if (list.length > MOST_CHANGES) flow.paragraph(`… and ${(list.length - MOST_CHANGES).toLocaleString("en")} more.`);
}
