import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { FAULTS } from "../../../bench/src/plants/faults";
import { plantedSheet } from "../../../bench/src/plants/plan";
import { findingsOf, scored } from "../../../bench/src/plants/score";
import { withJspdf } from "../../../bench/src/recognition/with-jspdf";
import { withPdfkit } from "../../../bench/src/recognition/with-pdfkit";

const folder = mkdtempSync(join(tmpdir(), "hemstitch-planted-"));
afterAll(() => rmSync(folder, { recursive: true }));

/** In the row-order fault an inner row is crossed by the extension lines of the one outside it: that is a fault, too. */
const GOES_WITH: Readonly<Record<string, RegExp>> = { "dim/row-order": /text\/overlaps/ };

// Whole sheets by the standards of made-up offices, by two makers that the product does not use, each with one fault.
describe.each([
  ["PDFKit", 300, withPdfkit],
  ["jsPDF", 600, withJspdf],
] as const)("a sheet that %s wrote", (_, seed, make) => {
  it.each([undefined, ...FAULTS].map((fault, i) => [fault ?? "nothing", fault, seed + i] as const))(
    "with %s wrong is found to have that wrong, there, and nothing else",
    async (_name, fault, own) => {
      const sheet = plantedSheet(own, fault);
      const path = join(folder, `${sheet.scene.name}.pdf`);
      await make(sheet.scene, path);
      const said: string[] = [];
      scored(sheet, await findingsOf(sheet, path), new Map(), (words) => said.push(words));
      expect(said.filter((words) => !GOES_WITH[fault ?? ""]?.test(words))).toEqual([]);
    },
  );
});
