import { boxOfPoints, type BoxMm } from "../../drawing";
import { cornersOf, LETTERING, type TextLine } from "../lettering";
import { madeOut, type PageFacts, type PageRecogniser, type Sure } from "../recogniser";
import { REVISION_TABLES } from "../title-blocks/revision-tables";

/** What heads a list that explains something; common practice, no source. */
const HEADING =
  /^(?:(?:general|drawing|room|wall|floor|finish(?:es)?|material|hatch|line|layer|symbol|code|door|window)?\s*(?:legend|key|schedule)|legend of .*|key to .*|abbreviations?(?: used)?|materials?|finishes|symbols|codes|line types?|layers)\s*:?$/i;
/** One line: `CB – Concrete block`, `CB: Concrete block`, `CB = Concrete block`. */
const IN_ONE = /^([A-Z][A-Z0-9.]{0,5}(?:-\d{1,3})?)\s*(?:[–—:=]|\s-\s|\s{2,}|\.{2,})\s*(\p{L}.{2,})$/u;
const CODE = /^[A-Z][A-Z0-9.]{0,5}(?:-\d{1,3})?$/;
const MEANING = /^\p{L}.*\p{L}{2,}/u;
/** Rows of a list: from one baseline to the next, and from a sample or code to what it means. In heights, and millimetres. */
const PITCH = 6;
const COLUMN_MM = { least: 1, most: 45 };
const LEVEL = 0.5;
/** A list without a heading is one from so many rows on. */
const LEAST_ROWS = 3;
const SAME_COLUMN_MM = 1.2;
const MOST_LINES = 20_000;
const MOST_ROWS = 400;
const CONFIDENCE = { headed: 0.95, bare: 0.85 };

/** A code and what it stands for, as a sheet explains it. */
export interface LegendEntry {
  readonly code: string;
  readonly meaning: string;
  readonly lines: readonly TextLine[];
}

/** A list that explains codes, samples or abbreviations. Millimetres on paper. */
export interface Legend {
  readonly heading: string;
  /** Rows that begin with a code. */
  readonly entries: readonly LegendEntry[];
  /** Words behind drawn samples. */
  readonly samples: readonly TextLine[];
  readonly boxMm: BoxMm;
}

export const LEGENDS: PageRecogniser<Legend> = {
  id: "legends",
  on: "page",
  ofDrawing: true,
  finds: "legends, keys and abbreviations",
  from: "a heading that says so with rows under it; three and more rows of a short code and its meaning",
  find: (facts) => legendsOf(facts),
};

interface Row {
  readonly code: TextLine;
  readonly meaning: TextLine;
  readonly entry: LegendEntry;
}

function legendsOf(facts: PageFacts): Sure<Legend>[] {
  const inTables = new Set(facts.of(REVISION_TABLES).flatMap(({ value }) => value.lines));
  const lines = facts
    .of(LETTERING)
    .map(({ value }) => value)
    .filter((line) => Math.abs(line.angleDeg) < 1 && !inTables.has(line));
  if (lines.length > MOST_LINES) return [];
  const levels = new Levels(lines);
  const rows = lines.flatMap((line): Row[] => {
    const row = rowOf(line, levels);
    return row ? [row] : [];
  });
  const taken = new Set<Row>();
  const found: Sure<Legend>[] = [];
  for (const heading of lines.filter(({ text }) => HEADING.test(text.trim()))) {
    const own = under(heading, rows, taken);
    const samples = samplesUnder(heading, lines, own);
    if (own.length === 0 && samples.length === 0) continue;
    for (const row of own) taken.add(row);
    found.push(told(facts, heading, own, samples));
  }
  // Columns of codes with what they mean, though nobody wrote a heading.
  for (const first of rows) {
    if (taken.has(first)) continue;
    const column = rows.filter(
      (row) =>
        !taken.has(row) &&
        Math.abs(row.code.startMm[0] - first.code.startMm[0]) <= SAME_COLUMN_MM &&
        Math.abs(row.meaning.startMm[0] - first.meaning.startMm[0]) <= SAME_COLUMN_MM,
    );
    const run = inSteps(column);
    if (run.length < LEAST_ROWS || isOfTable(run, rows, levels)) continue;
    for (const row of run) taken.add(row);
    found.push(told(facts, undefined, run, []));
  }
  return found;
}

/**
 * A schedule has codes in a column, too, and words beside them. A list that explains has each code once, and nothing
 * stands before it but other rows of such lists.
 */
function isOfTable(run: readonly Row[], rows: readonly Row[], levels: Levels): boolean {
  const meanings = new Map(run.map(({ entry }) => [entry.code, entry.meaning]));
  if (run.some(({ entry }) => meanings.get(entry.code) !== entry.meaning)) return true;
  const explained = new Set(rows.flatMap(({ entry }) => entry.lines));
  const led = run.filter(({ code }) =>
    levels.near(code.startMm[1], LEVEL * code.heightMm).some((other) => {
      const gap = code.startMm[0] - other.startMm[0] - other.lengthMm;
      return gap >= 0 && gap <= COLUMN_MM.most && !explained.has(other);
    }),
  );
  return led.length > run.length / 2;
}

/** Lines by their baselines. */
class Levels {
  private readonly sorted: readonly TextLine[];

  constructor(lines: readonly TextLine[]) {
    this.sorted = lines.slice().sort((a, b) => a.startMm[1] - b.startMm[1]);
  }

  /** Lines whose baselines lie within a distance of a height. */
  near(y: number, within: number): TextLine[] {
    let [low, high] = [0, this.sorted.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.sorted[middle]?.startMm[1] ?? 0) < y - within) low = middle + 1;
      else high = middle;
    }
    const found: TextLine[] = [];
    for (let i = low; i < this.sorted.length && (this.sorted[i]?.startMm[1] ?? Infinity) <= y + within; i++)
      found.push(this.sorted[i]!);
    return found;
  }
}

/** A row that begins with a code: in one line, or in two beside each other. */
function rowOf(line: TextLine, levels: Levels): Row | undefined {
  const text = line.text.trim();
  const one = IN_ONE.exec(text);
  if (one)
    return { code: line, meaning: line, entry: { code: one[1] ?? "", meaning: one[2]?.trim() ?? "", lines: [line] } };
  if (!CODE.test(text)) return undefined;
  const end = line.startMm[0] + line.lengthMm;
  const [meaning] = levels
    .near(line.startMm[1], LEVEL * line.heightMm)
    .filter((other) => {
      const gap = other.startMm[0] - end;
      return other !== line && gap >= COLUMN_MM.least && gap <= COLUMN_MM.most && MEANING.test(other.text.trim());
    })
    .sort((a, b) => a.startMm[0] - b.startMm[0]);
  return meaning
    ? { code: line, meaning, entry: { code: text, meaning: meaning.text.trim(), lines: [line, meaning] } }
    : undefined;
}

/** Rows under a heading, one below the other without a gap. */
function under(heading: TextLine, rows: readonly Row[], taken: ReadonlySet<Row>): Row[] {
  const [x, y] = heading.startMm;
  const below = rows.filter(
    (row) =>
      !taken.has(row) &&
      row.code !== heading &&
      row.code.startMm[1] < y &&
      row.code.startMm[0] >= x - COLUMN_MM.most &&
      row.code.startMm[0] <= x + heading.lengthMm + COLUMN_MM.most,
  );
  const found: Row[] = [];
  let last = y;
  for (const row of below.sort((a, b) => b.code.startMm[1] - a.code.startMm[1]).slice(0, MOST_ROWS)) {
    if (last - row.code.startMm[1] > PITCH * Math.max(row.code.heightMm, 2)) break;
    found.push(row);
    last = row.code.startMm[1];
  }
  return found;
}

/** Words under a heading that stand behind drawn samples. */
function samplesUnder(heading: TextLine, lines: readonly TextLine[], rows: readonly Row[]): TextLine[] {
  const inRows = new Set(rows.flatMap(({ entry }) => entry.lines));
  const [x, y] = heading.startMm;
  const below = lines
    .filter(
      (line) =>
        line !== heading &&
        !inRows.has(line) &&
        line.startMm[1] < y &&
        line.startMm[0] >= x - 5 &&
        line.startMm[0] <= x + COLUMN_MM.most &&
        MEANING.test(line.text.trim()),
    )
    .sort((a, b) => b.startMm[1] - a.startMm[1]);
  const found: TextLine[] = [];
  let last = rows.length > 0 ? Math.min(...rows.map(({ code }) => code.startMm[1])) : y;
  for (const line of below.slice(0, MOST_ROWS)) {
    if (line.startMm[1] > last) continue;
    if (last - line.startMm[1] > PITCH * Math.max(line.heightMm, 2)) break;
    found.push(line);
    last = line.startMm[1];
  }
  return found;
}

/** The longest run of rows one below the other. */
function inSteps(rows: readonly Row[]): Row[] {
  let [best, run]: [Row[], Row[]] = [[], []];
  for (const row of rows.slice().sort((a, b) => b.code.startMm[1] - a.code.startMm[1])) {
    const last = run.at(-1);
    const isNext = last && last.code.startMm[1] - row.code.startMm[1] <= PITCH * Math.max(row.code.heightMm, 2);
    run = isNext ? [...run, row] : [row];
    if (run.length > best.length) best = run;
  }
  return best;
}

function told(
  facts: PageFacts,
  heading: TextLine | undefined,
  rows: readonly Row[],
  samples: readonly TextLine[],
): Sure<Legend> {
  const lines = [...(heading ? [heading] : []), ...rows.flatMap(({ entry }) => entry.lines), ...samples];
  const legend: Legend = {
    heading: heading?.text.trim() ?? "",
    entries: rows.map(({ entry }) => entry),
    samples,
    boxMm: boxOfPoints(lines.flatMap(cornersOf)),
  };
  const texts = [...new Set(lines.flatMap((line) => line.rows))];
  return madeOut(facts.page.index, legend, heading ? CONFIDENCE.headed : CONFIDENCE.bare, texts, []);
}
