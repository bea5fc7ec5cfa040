import { describe, expect, it } from "vitest";
import { must } from "../../src/base/result";
import { textBox, type Drawing, type TextColumns } from "../../src/drawing";
import { inspect, type InspectOptions } from "../../src/inspect";
import { mendFile } from "../../src/mend";
import { parseScale } from "../../src/quantity";
import { RULE_BOOK } from "../../src/rules";
import { preset, type OfficeStandard } from "../../src/standard";
import { takingAnyFont } from "./any-font";
import { on, onePage, type RawPdf } from "./raw-pdf";
import { drawingOf } from "./tools";

/** A drawing for a rule's table: right (no finding of the rule) or wrong (these findings, and no others of it). */
export interface RuleCase {
  readonly name: string;
  readonly content: string;
  readonly layers?: readonly string[];
  readonly off?: readonly number[];
  readonly size?: readonly [number, number];
  readonly scale?: string;
  readonly page?: string;
  readonly resources?: (file: RawPdf) => string;
  readonly standard?: (standard: OfficeStandard) => void;
  readonly preset?: string;
  /** The facts of the project, and what the register has of its sheets. */
  readonly given?: Pick<InspectOptions, "particulars" | "register">;
  /** Findings of the rule: [layer or undefined, count, measured, expected]. None for a right drawing. */
  readonly findings?: readonly (readonly [string | undefined, number, unknown?, unknown?])[];
  readonly notJudged?: boolean;
  readonly message?: RegExp;
  /** The drawing after the mend of these findings alone; none where a machine can't mend them. */
  readonly mended?: DrawingAfter;
  /** Which of the findings, by their turn, a machine can't mend where it mends the others. */
  readonly left?: readonly number[];
}

interface DrawingAfter {
  readonly layers?: readonly string[];
  /** Widths and dashes of the lines in turn, heights of the strings in turn; millimetres. */
  readonly widths?: readonly number[];
  readonly dashes?: readonly (readonly number[])[];
  readonly heights?: readonly number[];
  /** Names of the layers of the lines and of the strings in turn. */
  readonly linesOn?: readonly (string | undefined)[];
  readonly stringsOn?: readonly (string | undefined)[];
  /** Whether each layer is printed. */
  readonly printed?: readonly boolean[];
  /** Colours of the lines in turn, 0xRRGGBB. */
  readonly colours?: readonly number[];
  readonly strings?: readonly string[];
  /** Middles of the strings along and across the page, and their directions in degrees. */
  readonly turned?: readonly (readonly [x: number, y: number, degrees: number])[];
}

export const line = (width: number, dash = "[] 0", y = 20): string => `${width} w ${dash} d 10 ${y} m 60 ${y} l S\n`;
export const wall = (content: string): string => on(0, content);

function fileOf({
  content,
  layers = ["A-WALL"],
  off = [],
  size = [420, 297],
  page = "",
  resources,
}: RuleCase): Uint8Array {
  const [widthMm, heightMm] = size;
  return onePage({ content, layers, off, widthMm, heightMm, page, ...(resources ? { resources } : {}) });
}

function standardOf(each: RuleCase): OfficeStandard {
  const standard = takingAnyFont(preset(each.preset ?? "tarnwick")!);
  each.standard?.(standard);
  return standard;
}

/** What a rule says of a case's drawing. */
export async function judged(rule: string, each: RuleCase) {
  const drawing = await drawingOf(fileOf(each));
  const scale = each.scale ? { scale: must(parseScale(each.scale)) } : {};
  const inspected = inspect(drawing, standardOf(each), { ...scale, ...each.given });
  return {
    findings: inspected.findings.filter((finding) => finding.rule === rule),
    notJudged: inspected.notJudged.filter((entry) => entry.rule === rule),
  };
}

/** The kind of change that a rule mends by. */
const mendsOf = (id: string): string | undefined => RULE_BOOK.find((each) => each.id === id)?.mends;

const rounded = (values: Iterable<number>): number[] => [...values].map((each) => Number(each.toFixed(2)));

function after({ layers, dashes, pages: [page] }: Drawing, wanted: DrawingAfter): DrawingAfter {
  const { paths, texts } = page!;
  return {
    ...(wanted.layers ? { layers: layers.map((layer) => layer.name) } : {}),
    ...(wanted.widths ? { widths: rounded(paths.widthMm) } : {}),
    ...(wanted.dashes ? { dashes: [...paths.dash].map((dash) => rounded(dashes[dash]!)) } : {}),
    ...(wanted.heights ? { heights: rounded(texts.heightMm) } : {}),
    ...(wanted.linesOn ? { linesOn: Array.from(paths.layer, (id) => layers[id]?.name) } : {}),
    ...(wanted.stringsOn ? { stringsOn: Array.from(texts.layer, (id) => layers[id]?.name) } : {}),
    ...(wanted.printed ? { printed: layers.map(({ visible }) => visible) } : {}),
    ...(wanted.colours ? { colours: [...paths.strokeColour] } : {}),
    ...(wanted.strings ? { strings: texts.strings } : {}),
    ...(wanted.turned ? { turned: Array.from(texts.strings, (_, row) => turnOf(texts, row)) } : {}),
  };
}

function turnOf(texts: TextColumns, row: number): [number, number, number] {
  const box = textBox(texts, row);
  const [x = 0, y = 0, degrees = 0] = rounded([
    box.x + box.width / 2,
    box.y + box.height / 2,
    texts.angleDeg[row] ?? 0,
  ]);
  return [x, y, degrees];
}

/** A rule's table: right drawings and wrong ones, each with the exact findings, and the drawing after the mend. */
export function describeRule(rule: string, cases: readonly RuleCase[]): void {
  describe(rule, () => {
    it.each(cases)("$name", async (each) => {
      const { findings, notJudged } = await judged(rule, each);
      expect(notJudged.length > 0).toBe(each.notJudged ?? false);
      expect(findings.length, findings.map((finding) => finding.message).join("\n")).toBe(each.findings?.length ?? 0);
      for (const [i, [layer, count, measured, expected]] of (each.findings ?? []).entries()) {
        const finding = findings[i]!;
        expect([finding.layer, finding.count]).toEqual([layer, count]);
        if (measured !== undefined) expect(finding.measured).toEqual(measured);
        if (expected !== undefined) expect(finding.expected).toEqual(expected);
        if (each.message) expect(finding.message).toMatch(each.message);
        expect(finding.mend).toBe(each.mended && !each.left?.includes(i) ? mendsOf(rule) : undefined);
      }
    });
    it.each(cases.filter((each) => each.mended))("$name, mended", async (each) => {
      const chosen = { chosen: (finding: { rule: string }) => finding.rule === rule, ...each.given };
      const mended = must(await mendFile(fileOf(each), standardOf(each), chosen));
      expect(after(mended.drawing, each.mended!)).toEqual(each.mended);
      const still = mended.after.findings.filter((finding) => finding.rule === rule);
      expect(still.map(({ message }) => message)).toHaveLength(each.left?.length ?? 0);
    });
    it("is shown right and wrong", () => {
      expect(cases.some((each) => !each.findings)).toBe(true);
      expect(cases.some((each) => each.findings)).toBe(true);
      if (mendsOf(rule)) expect(cases.some((each) => each.mended)).toBe(true);
    });
  });
}
