import { digest } from "../base/digest";
import {
  boxAround,
  markBox,
  possiblePart,
  type BoxMm,
  type Change,
  type Drawing,
  type Marks,
  type Shape,
} from "../drawing";
import { countLines } from "../recognise/line-of-row";
import { PAGE_NAMES } from "../recognise/page-names";
import type { FileFacts } from "../recognise/recogniser";
import type { Report, Rule } from "../rules";
import type { Severity } from "../standard/plain";
import { MOST_PLACES, MOST_SHAPES, type Finding, type FoundOn } from "./finding";

interface Gathered {
  readonly rule: Rule;
  readonly severity: Severity;
  readonly report: Report;
  readonly marks: Marks[];
  /** The regions that its marks fill, where they are shown so. */
  readonly regions: BoxMm[];
  readonly mend: Change[];
  readonly shapes: Shape[];
  /** Things that its marks make up, where the rule said how many. */
  things: number;
}

/** Gathers reports; those that say the same of one layer become one finding with all its places. */
export class Collector {
  private readonly gathered = new Map<string, Gathered>();

  private readonly drawing: Drawing;

  constructor(private readonly file: FileFacts) {
    this.drawing = file.drawing;
  }

  add(rule: Rule, severity: Severity, report: Report): void {
    const key = this.keyOf(rule, report);
    const known = this.gathered.get(key) ?? {
      rule,
      severity,
      report,
      marks: [],
      regions: [],
      mend: [],
      shapes: [],
      things: 0,
    };
    this.gathered.set(key, known);
    known.things += report.things ?? 0;
    if (report.marks) known.marks.push(report.marks);
    if (report.regionMm) known.regions.push(report.regionMm);
    known.mend.push(...(report.mend ?? []));
    known.shapes.push(...(report.shapes ?? []).slice(0, MOST_SHAPES - known.shapes.length));
  }

  /** Takes over what another gathered of one rule. */
  takeOver(other: Collector): void {
    for (const [key, gathered] of other.gathered) this.gathered.set(key, gathered);
  }

  /**
   * What a finding is known by: the rule, the sheet, the layer, what was measured and what was expected,
   * and the place where each place is a departure of its own. Nothing in it depends on the order of marks
   * in the file, nor on how many pages stand before, so that the same finding is known again in the file's
   * next version.
   */
  private keyOf({ id }: Rule, report: Report): string {
    const { page, layer, measured, expected, placed, mend } = report;
    const place = placed
      ? (report.regionMm ?? this.box(page, this.places(report.marks ? [report.marks] : [], page, 1)))
      : undefined;
    return digest(
      JSON.stringify([
        id,
        this.nameOf(page),
        // A layer called “no layer” is not the same as none.
        layer === undefined ? null : (this.drawing.layers[layer]?.name ?? -1),
        figure(measured),
        figure(expected),
        mend ? mend[0]?.kind : null,
        place ? [place.x, place.y, place.width, place.height].map(Math.round) : null,
      ]),
    );
  }

  /** What a page is known by; nothing for the whole file. */
  private nameOf(page: number): string | null {
    return page === 0 ? null : (this.file.of(PAGE_NAMES)[0]?.value[page - 1] ?? "");
  }

  findings(): { readonly findings: Finding[]; readonly foundOn: ReadonlyMap<string, FoundOn> } {
    const foundOn = new Map<string, FoundOn>();
    const findings = [...this.gathered].map(
      ([key, { rule, severity, report, marks, regions, mend, shapes, things }]): Finding => {
        foundOn.set(key, { marks, mend });
        const { message, page, layer, measured, expected, unit, suggestions } = report;
        const count = Math.max(
          1,
          marks.reduce((sum, each) => sum + each.rows.length, 0),
        );
        const words = message(things || this.thingsOf(page, marks));
        const name = layer === undefined ? undefined : this.drawing.layers[layer]?.name;
        const places = regions.length > 0 ? inTurn(regions) : this.places(marks, page, count);
        const possible = mend.map((change) => possiblePart(this.drawing, change));
        const kind = possible.find(({ change }) => change)?.change?.kind;
        // Why it can't be mended is said with it, so that nobody is promised what won't be done.
        const reason = kind === undefined ? possible[0]?.reason : undefined;
        return {
          key,
          rule: rule.id,
          title: rule.title,
          severity,
          page,
          ...(name === undefined ? {} : { layer: name }),
          message: reason === undefined ? words : `${words} ${reason}`,
          ...(measured === undefined ? {} : { measured }),
          ...(expected === undefined ? {} : { expected }),
          ...(unit === undefined ? {} : { unit }),
          ...(kind === undefined ? {} : { mend: kind }),
          ...(suggestions === undefined || suggestions.length === 0 ? {} : { suggestions }),
          count,
          boxMm: this.box(page, places),
          placesMm: Array.from(places.subarray(0, MOST_PLACES * 4), thousandth),
          ...(shapes.length === 0 ? {} : { shapes }),
        };
      },
    );
    return { findings, foundOn };
  }

  /** How many things a reader counts in marks: lines of lettering, however many strings each is set in, and single paths. */
  private thingsOf(page: number, marks: readonly Marks[]): number {
    const facts = this.file.pages[page - 1];
    const strings = marks.flatMap(({ of, rows }) => (of === "texts" ? [...rows] : []));
    const paths = marks.reduce((sum, { of, rows }) => sum + (of === "texts" ? 0 : rows.length), 0);
    return Math.max(1, paths + (facts ? countLines(facts, strings) : strings.length));
  }

  /** Boxes of marks, four numbers each. */
  private places(marks: readonly Marks[], pageIndex: number, count: number): Float64Array {
    const page = this.drawing.pages[pageIndex - 1];
    if (!page || marks.length === 0) return new Float64Array(0);
    const places = new Float64Array(
      Math.max(
        count,
        marks.reduce((sum, { rows }) => sum + rows.length, 0),
      ) * 4,
    );
    let at = 0;
    for (const { of, rows } of marks) {
      for (const row of rows) {
        const { x, y, width, height } = markBox(page, of, row);
        places.set([x, y, width, height], at);
        at += 4;
      }
    }
    return places.subarray(0, at);
  }

  private box(pageIndex: number, places: Float64Array): BoxMm {
    const page = this.drawing.pages[Math.max(0, pageIndex - 1)];
    const { x, y, width, height } = boxAround(places) ?? {
      x: 0,
      y: 0,
      width: page?.widthMm ?? 0,
      height: page?.heightMm ?? 0,
    };
    return { x: thousandth(x), y: thousandth(y), width: thousandth(width), height: thousandth(height) };
  }
}

const inTurn = (boxes: readonly BoxMm[]): Float64Array =>
  Float64Array.from(boxes.flatMap(({ x, y, width, height }) => [x, y, width, height]));

/** Places are told to a thousandth of a millimetre. */
const thousandth = (value: number): number => Math.round(value * 1000) / 1000;

/** Figures that differ by less than what is printed are the same. */
const figure = (value: number | string | undefined): string | null =>
  value === undefined ? null : typeof value === "number" ? value.toFixed(2) : value;
