import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { noTallies, type Tally } from "../../../bench/src/compared";
import { FAMILIES, scored, type Score } from "../../../bench/src/recognition/score";
import { sheet } from "../../../bench/src/recognition/sheet";
import { withJspdf } from "../../../bench/src/recognition/with-jspdf";
import { withPdfkit } from "../../../bench/src/recognition/with-pdfkit";
import { buildingScene } from "../../../bench/src/buildings/scene";
import * as buildings from "../../../bench/src/buildings/score";
import { sheetScene } from "../../../bench/src/sheets/scene";
import * as sheets from "../../../bench/src/sheets/score";
import { SHEET_FAULTS } from "../../../bench/src/sheets/truth";

const folder = mkdtempSync(join(tmpdir(), "hemstitch-unseen-"));
afterAll(() => rmSync(folder, { recursive: true }));

function expectEnough(tallies: Readonly<Record<string, Tally>>, wrong: readonly string[], least: number, share = 0.98) {
  for (const [family, { right, missed, extra }] of Object.entries(tallies)) {
    expect(right, family).toBeGreaterThan(least);
    expect(right / (right + missed), `recall of ${family}: ${wrong.join("; ")}`).toBeGreaterThanOrEqual(share);
    expect(right / (right + extra), `precision of ${family}: ${wrong.join("; ")}`).toBeGreaterThanOrEqual(share);
  }
}

/** Least recall and precision of every family, and of the scale (handbook, what good means). */
const LEAST = { dimensions: 0.98, round: 0.98, values: 0.98, hatches: 0.98, notes: 0.98, scales: 0.99 };
const PAGES = 16;

// Drawings in many styles, units and turns, by two makers that the product does not use; what is true of them is known.
describe.each([
  ["PDFKit", 7000, withPdfkit],
  ["jsPDF", 8000, withJspdf],
] as const)("sheets that %s wrote", (_, seed, make) => {
  it("are recognised", async () => {
    const score: Score = noTallies(FAMILIES);
    const wrong: string[] = [];
    for (let i = 0; i < PAGES; i++) {
      const scene = sheet(seed + i);
      const path = join(folder, `${scene.name}.pdf`);
      await make(scene, path);
      await scored(scene, path, score, (words) => wrong.push(`${scene.name}: ${words}`));
    }
    for (const [family, least] of Object.entries(LEAST)) {
      const { right, missed, extra } = score[family as keyof Score];
      expect(right, family).toBeGreaterThan(10);
      expect(right / (right + missed), `recall of ${family}: ${wrong.join("; ")}`).toBeGreaterThanOrEqual(least);
      expect(right / (right + extra), `precision of ${family}: ${wrong.join("; ")}`).toBeGreaterThanOrEqual(least);
    }
  });
  it("of other offices are read: title blocks, titles, codes, references, revisions, stamps", async () => {
    const tallies = noTallies(sheets.FAMILIES);
    const wrong: string[] = [];
    for (let i = 0; i < PAGES; i++) {
      const each = sheetScene(seed + i, SHEET_FAULTS[i % (SHEET_FAULTS.length * 2)]);
      const path = join(folder, `${each.scene.name}.pdf`);
      await make(each.scene, path);
      await sheets.scored(each, path, tallies, (words) => wrong.push(`${each.scene.name}: ${words}`));
    }
    expectEnough(tallies, wrong, 5);
  });
  it("of buildings are read: rooms, openings, levels, slopes, grid lines", async () => {
    const tallies = noTallies(buildings.FAMILIES);
    const wrong: string[] = [];
    for (let i = 0; i < PAGES; i++) {
      const each = buildingScene(seed + i, undefined);
      const path = join(folder, `${each.scene.name}.pdf`);
      await make(each.scene, path);
      await buildings.scored(each, path, tallies, (words) => wrong.push(`${each.scene.name}: ${words}`));
    }
    const { faults, ...families } = tallies;
    expect(faults.extra, wrong.join("; ")).toBe(0);
    expectEnough(families, wrong, 10, 0.97);
  });
  it("have no wrong value where none is written", async () => {
    for (let i = 0; i < 4; i++) {
      const scene = sheet(seed + 500 + i, 0);
      const path = join(folder, `${scene.name}.pdf`);
      await make(scene, path);
      const score = noTallies(FAMILIES);
      await scored(scene, path, score, () => undefined);
      expect(score.values.extra, scene.name).toBe(0);
    }
  });
});
