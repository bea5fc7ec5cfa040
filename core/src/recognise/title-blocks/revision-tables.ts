import { together, type BoxMm, type PointMm } from "../../drawing";
import { groupedBy } from "../../base/grouped";
import { LETTERING, middleOf, type TextLine } from "../lettering";
import { LETTERING_AT } from "../lettering-at";
import { SQUARE_WORK, type LineWork } from "../line-work";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { cellAround } from "./cells";
import { fieldOf, labelled } from "./labels";

/** What heads the columns of a table of revisions; common practice, no source. */
const HEADS = {
  revision: /^(?:rev(?:ision|n)?|no|nr|number|index|issue|mark|letter|#|iss)$/i,
  date: /^(?:date|dated|date of (?:issue|revision))$/i,
  what: /^(?:description|descriptions?|amendments?|revisions?|details?|changes?|remarks?|notes?|purpose|modification)$/i,
  by: /^(?:by|drn|drawn|chk|ch'?k'?d|checked|app(?:r|'?d)?|approved|init(?:ials)?|sign(?:ed)?)$/i,
} as const;
type Head = keyof typeof HEADS;

/** Heads of one row stand on one line, give or take this share of their height. */
const LEVEL = 0.5;
/** From one head to the next, and how far a column goes before its head begins. Millimetres. */
const NEXT_MM = 130;
const BEFORE_MM = 2.5;
const SAME_MM = 1;
const BESIDE_MM = 0.5;
const MOST_ROWS = 60;
/** Words that may be heads, beyond which a page is a list of such words; and lines beside them that are looked at. */
const MOST_HEADS = 400;
const MOST_LOOKED_AT = 1_000_000;
const CONFIDENCE = 0.9;

export interface Revision {
  readonly revision: string;
  /** As it is written. */
  readonly date: string;
  readonly what: string;
  readonly by: string;
  readonly boxMm: BoxMm;
}

/** What was changed on a sheet, when and by whom. Millimetres on paper. */
export interface RevisionTable {
  readonly revisions: readonly Revision[];
  /** Its heads and all that stands in its rows. */
  readonly lines: readonly TextLine[];
  readonly boxMm: BoxMm;
}

export const REVISION_TABLES: PageRecogniser<RevisionTable> = {
  id: "revision-tables",
  on: "page",
  ofDrawing: true,
  finds: "tables of revisions",
  from: "a row of heads for the revision, its date and what it was, and the rows under or over it",
  find: (facts) => {
    const lines = facts.of(SQUARE_WORK)[0]?.value;
    return lines ? tablesOf(facts, lines) : [];
  },
};

interface Column {
  readonly head: Head;
  readonly line: TextLine;
}

function tablesOf(facts: PageFacts, lines: LineWork): Sure<RevisionTable>[] {
  const lettering = facts.of(LETTERING).flatMap(({ value }) => (Math.abs(value.angleDeg) < 1 ? [value] : []));
  const looked = { left: MOST_LOOKED_AT };
  return headRows(lettering).flatMap((columns): Sure<RevisionTable>[] => {
    const cells = columns.map(({ line }) => cellAround(lines, middleOf(line), looked));
    if (cells.some((cell) => cell === undefined)) return [];
    const headBox = (cells as BoxMm[]).reduce(together);
    const within = (box: BoxMm): TextLine[] =>
      (facts.of(LETTERING_AT)[0]?.value.within(box) ?? []).filter(({ angleDeg }) => Math.abs(angleDeg) < 1);
    const rows = rowsBeside(lines, headBox, cells[0]!, within, looked);
    if (rows.length === 0) return [];
    const all = [headBox, ...rows].reduce(together);
    const inside = within(all);
    const revisions = rows.flatMap((boxMm): Revision[] => {
      const own = within(boxMm);
      return own.length > 0 ? [{ ...saidIn(columns, own), boxMm }] : [];
    });
    const texts = [...new Set(inside.flatMap((line) => line.rows))];
    return [madeOut(facts.page.index, { revisions, lines: inside, boxMm: all }, CONFIDENCE, texts, [])];
  });
}

/** Rows of words that head the columns of such a table: each has a date, what was changed, and a letter or number. */
function headRows(lettering: readonly TextLine[]): Column[][] {
  const plain = ({ text }: TextLine): string => text.trim().replace(/[.:]+$/, "");
  const heads = lettering.flatMap((line): Column[] => {
    const own = (Object.keys(HEADS) as Head[]).filter((head) => HEADS[head].test(plain(line)));
    return own.map((head) => ({ head, line }));
  });
  if (heads.length > MOST_HEADS) return [];
  const taken = new Set<TextLine>();
  return heads
    .filter(({ head }) => head === "date")
    .flatMap(({ line: date }): Column[][] => {
      if (taken.has(date)) return [];
      const level = heads
        .filter(({ line }) => Math.abs(line.startMm[1] - date.startMm[1]) <= LEVEL * date.heightMm)
        .filter(({ line }) => Math.abs(line.startMm[0] - date.startMm[0]) <= NEXT_MM)
        .sort((a, b) => a.line.startMm[0] - b.line.startMm[0]);
      const row = once(level);
      const has = (head: Head): boolean => row.some((column) => column.head === head);
      if (!has("revision") || !has("date") || !has("what")) return [];
      for (const { line } of row) taken.add(line);
      return [row];
    });
}

/** Each head once, each word as one head: “Revision” heads what was changed where another column has the number. */
function once(level: readonly Column[]): Column[] {
  const found: Column[] = [];
  for (const options of groupedBy(level, ({ line }) => line).values()) {
    const open = options.filter(({ head }) => !found.some((known) => known.head === head));
    // What is changed takes more room than a letter: of two that a word may be, the first one comes first.
    const own = open.find(({ head }) => head === "revision") ?? open[0];
    if (own) found.push(own);
  }
  return found;
}

/** The boxes of the rows above and below a row of heads, as far as cells like that of its first head go on. */
function rowsBeside(
  lines: LineWork,
  head: BoxMm,
  first: BoxMm,
  within: (box: BoxMm) => readonly TextLine[],
  looked: { left: number },
): BoxMm[] {
  const rows: BoxMm[] = [];
  const x = first.x + first.width / 2;
  for (const way of [-1, 1] as const) {
    let at = head;
    for (let i = 0; i < MOST_ROWS; i++) {
      const place: PointMm = [x, way < 0 ? at.y - BESIDE_MM : at.y + at.height + BESIDE_MM];
      const cell = cellAround(lines, place, looked);
      if (!cell || Math.abs(cell.x - first.x) + Math.abs(cell.width - first.width) > SAME_MM) break;
      at = { ...head, y: cell.y, height: cell.height };
      // What follows may be a title block of the same width.
      if (within(at).some(({ text }) => fieldOf(text) !== undefined || labelled(text))) break;
      rows.push(at);
    }
  }
  return rows.sort((a, b) => a.y - b.y);
}

/** What a row says in each of its columns. */
function saidIn(columns: readonly Column[], own: readonly TextLine[]): Omit<Revision, "boxMm"> {
  const said = { revision: "", date: "", what: "", by: "" };
  const sorted = own.slice().sort((a, b) => b.startMm[1] - a.startMm[1] || a.startMm[0] - b.startMm[0]);
  for (const line of sorted) {
    const column = columns.filter(({ line: head }) => head.startMm[0] - BEFORE_MM <= line.startMm[0]).at(-1);
    const head = (column ?? columns[0])?.head;
    if (head) said[head] = `${said[head]} ${line.text.trim()}`.trim();
  }
  return said;
}
