import { describe, expect, it } from "vitest";
import { inspect } from "../../src/inspect";
import { preset } from "../../src/standard";
import { box, building, ROW, row, stripes, stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { arc } from "../support/round";
import { drawingOf } from "../support/tools";

/*
 * Drawings in which everything lies upon everything. Each would take minutes or gigabytes where all is compared with
 * all; what can't be looked at is said.
 */

const TARNWICK = preset("tarnwick")!;
const many = (count: number, what: (i: number) => string): string =>
  Array.from({ length: count }, (_, i) => what(i)).join("");

async function told(content: string) {
  const drawing = await drawingOf(onePage({ content, widthMm: 1189, heightMm: 841, packed: true }));
  const { findings, notJudged } = inspect(drawing, TARNWICK);
  const reasons = (rule: string): string =>
    notJudged
      .filter((each) => each.rule === rule)
      .map((each) => each.reason)
      .join();
  return { findings, reasons, of: (rule: string) => findings.filter((each) => each.rule === rule) };
}

describe("crowds", () => {
  it("thousands of lines through one point, with figures there", { timeout: 120_000 }, async () => {
    const lines = many(12_000, (i) => stroke(500, 400, 500 + 300 * Math.cos(i), 400 + 300 * Math.sin(i)));
    const { reasons } = await told(lines + many(400, (i) => lettering("3600", 480 + (i % 20), 390 + i / 20, 2.5)));
    expect(reasons("dim/value-not-length")).toContain("not all of its dimensions were looked for");
    expect(reasons("text/overlaps")).toContain("so much lies at some lettering");
  });
  it(
    "thousands of levels of one name, each beside many lines, of which a few are off",
    { timeout: 120_000 },
    async () => {
      const levels = many(4000, (i) => {
        const [x, y] = [20 + (i % 40) * 28, 40 + Math.floor(i / 40) * 7.5];
        const lines = many(6, (k) => stroke(x, y + k / 5, x + 12, y + k / 5));
        return lines + lettering(i % 500 === 0 ? "LANDING +9.000" : "LANDING +3.000", x, y + 1.5, 1.8);
      });
      const { of } = await told(levels);
      const off = of("build/level").filter(({ message }) => message.includes("LANDING"));
      expect(off).toHaveLength(8);
      expect(off[0]!.message).toBe("“LANDING” is at LANDING +9.000 here and at LANDING +3.000 on 3992 other places.");
    },
  );
  it("thousands of strings in one place are one finding, not thousands", { timeout: 120_000 }, async () => {
    const { of } = await told(many(8000, (i) => lettering(String(100 + i), 100, 100, 2.5)));
    expect(of("text/overlaps")).toHaveLength(1);
    expect(of("text/overlaps")[0]!.message).toMatch(/^400 lines of lettering lie over or under others\.$/);
  });
  it("some strings over others are told pair by pair", async () => {
    const { of } = await told(many(12, (i) => lettering(`ROOM ${i}`, 100, 100 + i, 2.5)));
    expect(of("text/overlaps").length).toBeGreaterThan(5);
  });
  it("a page of strings side by side", { timeout: 120_000 }, async () => {
    const { findings } = await told(
      many(20_000, (i) => lettering(`N${i}`, 10 + (i % 100) * 11, 10 + Math.floor(i / 100) * 4, 1.8)),
    );
    expect(findings.filter(({ rule }) => rule === "text/overlaps" || rule.startsWith("dim/"))).toEqual([]);
  });
  it("thousands of circles about one point", { timeout: 120_000 }, async () => {
    const circles = many(4000, (i) => arc(500, 400, 1 + i * 0.04, 0, 360));
    const figures = many(
      200,
      (i) => lettering("R 100", 450 + (i % 20) * 6, 400 + Math.floor(i / 20) * 5, 2) + stroke(500, 400, 450 + i, 700),
    );
    expect((await told(circles + figures)).findings.length).toBeLessThan(1000);
  });
  it.each([
    [
      "lines a thousandth of a millimetre apart",
      many(30_000, (i) => stroke(10 + i * 0.001, 10, 10 + i * 0.001, 60, 0.1)),
    ],
    ["one line over and over", many(20_000, () => stroke(10, 10, 600, 400))],
    ["boxes in boxes", many(8000, (i) => box(10 + i * 0.02, 10 + i * 0.02, 1000 - i * 0.04, 700 - i * 0.04, 0.1))],
    [
      "ticks all along a line",
      stroke(10, 400, 1180, 400) + many(8000, (i) => stroke(9 + i * 0.14, 399, 11 + i * 0.14, 401)),
    ],
  ])("%s", { timeout: 120_000 }, async (_name, content) => {
    expect((await told(content)).findings.length).toBeLessThan(20);
  });
  it("figures that are no lengths: dates, telephone numbers, doors, what is no number", async () => {
    const content =
      building() +
      row({ ...ROW, texts: ["12.03.2024", "0171 555 0134", "D-101"] }) +
      row({ ...ROW, y: 160, texts: ["NaN", "1e9", "007"] });
    expect((await told(content)).of("dim/value-not-length")).toEqual([]);
  });
  it("lengths of nothing and of nine kilometres", async () => {
    const { of } = await told(building() + row(ROW) + row({ ...ROW, y: 160, texts: ["2000", "9000000", "3500"] }));
    expect(of("dim/value-not-length").map(({ expected }) => expected)).toEqual([9_000_000]);
  });
  it("thousands of tiny marks in one place are not looked through for letters", { timeout: 120_000 }, async () => {
    const { of, reasons } = await told(many(30_000, (i) => stroke(500, 400, 502 + (i % 7) * 0.1, 402)));
    expect(of("file/text-as-strokes")).toEqual([]);
    expect(reasons("file/text-as-strokes")).toContain("letters are not looked for");
  });
  it(
    "thousands of bubbles and lines about one point, with rows of dimensions beside",
    { timeout: 120_000 },
    async () => {
      const crowd =
        many(3000, (i) => arc(500, 400, 2 + (i % 200) * 0.04, 0, 360)) +
        many(1500, (i) => lettering("12", 498 + (i % 20) * 0.1, 399, 2)) +
        many(6000, (i) => stroke(500, 400, 500 + 300 * Math.cos(i), 400 + 300 * Math.sin(i)));
      const rows = building() + row(ROW) + row({ ...ROW, y: 160, stops: [40, 200] });
      expect((await told(crowd + rows)).of("dim/row-order")).toEqual([]);
    },
  );
  it("thousands of figures from 0 on at the ends of lines are a table", { timeout: 120_000 }, async () => {
    const { of } = await told(
      many(2500, (i) => stroke(100, 10 + i * 0.3, 140, 10 + i * 0.3) + lettering(String(i * 5), 141, 9 + i * 0.3, 1.8)),
    );
    expect(of("dim/value-not-length")).toEqual([]);
  });
  it("a wide hatch of thousands of lines in an outline of thousands of pieces", { timeout: 120_000 }, async () => {
    const outline = many(4000, (i) => stroke(20 + i * 0.25, 20, 20.25 + i * 0.25, 20, 0.5));
    const sides = stroke(20, 20, 20, 620, 0.5) + stroke(20, 620, 1020, 620, 0.5) + stroke(1020, 620, 1020, 20, 0.5);
    const { of } = await told(outline + sides + stripes(20, 20, 1000, 600, 45, 0.4));
    expect(of("hatch/spacing")).toHaveLength(1);
  });
});
