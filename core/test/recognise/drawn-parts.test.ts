import { describe, expect, it } from "vitest";
import { recogniseFile } from "../../src/recognise";
import { inspect } from "../../src/inspect";
import { reportJson } from "../../src/report";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { box, row, stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

const TARNWICK = preset("tarnwick")!;
const pageOf = async (content: string) =>
  recogniseFile(await drawingOf(onePage({ content, widthMm: 841, heightMm: 594 })), new StandardLookup(TARNWICK))[0]!;

/** A building of 160 × 80 mm with a row of dimensions above it, and its scale below. */
function drawn(x: number, y: number, scale: number, note: string, texts?: readonly string[]): string {
  const stops = [0, 40, 70, 100, 160].map((stop) => x + stop);
  return (
    box(x, y, 160, 80) +
    row({ y: y + 92, object: y + 80, stops, scale, ...(texts ? { texts } : {}) }) +
    lettering(note, x, y - 12, 2.5)
  );
}

describe("the drawings of a page", () => {
  it("have each its own scale", async () => {
    const { drawings } = await pageOf(
      drawn(60, 60, 50, "1:50") + drawn(400, 60, 100, "SCALE 1:100") + drawn(60, 300, 20, "1:20"),
    );
    const scales = drawings.map(({ implied, stated, agree, of }) => [implied?.words, stated?.words, agree, of]);
    expect(scales.sort()).toEqual([
      ["1:100", "1:100", 4, 4],
      ["1:20", "1:20", 4, 4],
      ["1:50", "1:50", 4, 4],
    ]);
  });
  it("are two over their titles, 11 mm apart, each at its own scale", async () => {
    const titled = (x: number, scale: number, name: string): string =>
      drawn(x, 60, scale, "") + lettering(name, x, 48, 3.5) + lettering(`1:${scale}`, x, 42, 2.5);
    const { drawings } = await pageOf(titled(60, 50, "GROUND FLOOR PLAN") + titled(233, 100, "SECTION A"));
    expect(drawings.map(({ title, implied, agree, of }) => [title, implied?.words, agree, of]).sort()).toEqual([
      ["GROUND FLOOR PLAN", "1:50", 4, 4],
      ["SECTION A", "1:100", 4, 4],
    ]);
    const [one, other] = drawings.map(({ boxMm }) => boxMm).sort((a, b) => a.x - b.x);
    expect(one!.x + one!.width).toBeLessThan(other!.x);
  });
  it("have the scale under their titles where nobody dimensioned them", async () => {
    const elevation = (x: number, name: string): string =>
      box(x, 60, 100, 60) + box(x + 20, 80, 15, 15, 0.25) + lettering(name, x, 48, 3.5) + lettering("1:50", x, 42, 2.5);
    const { drawings } = await pageOf(elevation(60, "EAST ELEVATION") + elevation(300, "WEST ELEVATION"));
    expect(drawings.map(({ title, stated, implied }) => [title, stated?.words, implied]).sort()).toEqual([
      ["EAST ELEVATION", "1:50", undefined],
      ["WEST ELEVATION", "1:50", undefined],
    ]);
  });
  it("imply the scale under their titles by a single dimension that says it, and by none that does not", async () => {
    const small = (text: string): string =>
      box(60, 60, 100, 60) +
      row({ y: 132, object: 120, stops: [60, 160], texts: [text] }) +
      lettering("SECTION B", 60, 48, 3.5) +
      lettering("1:50", 60, 42, 2.5);
    expect((await pageOf(small("5000"))).drawings).toMatchObject([{ implied: { words: "1:50" }, agree: 1, of: 1 }]);
    expect((await pageOf(small("4000"))).drawings[0]!.implied).toBeUndefined();
  });
  it("end where a clip ends what is drawn in them", async () => {
    // Programs draw the lines of a hatch far beyond its outline, and cut them by a clip.
    const lines = Array.from({ length: 30 }, (_, i) => stroke(-100, 60 + i * 2.5, 800, 80 + i * 2.5, 0.13)).join("");
    const clipped = `q 60 60 160 80 re W n ${lines} Q\n`;
    const { drawings, hatches } = await pageOf(clipped + drawn(60, 60, 50, "1:50") + drawn(400, 60, 100, "1:100"));
    expect(drawings.map(({ implied }) => implied?.words).sort()).toEqual(["1:100", "1:50"]);
    for (const { boxMm } of drawings) expect(boxMm.width).toBeLessThan(200);
    for (const { ends } of hatches)
      for (let i = 0; i < ends.length; i += 2) {
        expect(ends[i]!).toBeGreaterThan(59.9);
        expect(ends[i]!).toBeLessThan(220.1);
      }
    expect(hatches.length).toBeGreaterThan(0);
  });
  it("are not moved by an outlier", async () => {
    const { drawings } = await pageOf(drawn(60, 60, 50, "1:50", ["2000", "9999", "1500", "3000"]));
    expect(drawings).toMatchObject([{ implied: { words: "1:50" }, agree: 3, of: 4 }]);
    expect(drawings[0]!.dimensions.filter(({ agrees }) => agrees === false).map(({ text }) => text)).toEqual(["9999"]);
  });
  it("are told in the report, the largest drawing's scale as the page's", async () => {
    const drawing = await drawingOf(onePage({ content: drawn(60, 60, 50, "1:100"), widthMm: 420, heightMm: 297 }));
    const inspected = inspect(drawing, TARNWICK);
    const report = reportJson("0", TARNWICK, {
      files: [{ path: "a.pdf", sha256: "0".repeat(64), drawing, inspected }],
      sets: [],
    });
    const [page] = (report as { files: { pages: Record<string, unknown>[] }[] }).files[0]!.pages;
    expect(page).toMatchObject({
      scale: { stated: "1:100", implied: "1:50" },
      drawings: [{ stated: "1:100", implied: "1:50", agree: 4, of: 4 }],
    });
  });
  it("in metres and in centimetres are told apart by what is stated", async () => {
    const metres = await pageOf(drawn(60, 60, 50, "1:50", ["2.00", "1.50", "1.50", "3.00"]));
    expect(metres.drawings[0]!.implied?.words).toBe("1:50");
    const centimetres = await pageOf(drawn(60, 60, 50, "1:50", ["200", "150", "150", "300"]));
    expect(centimetres.drawings[0]!.implied?.words).toBe("1:50");
  });
});

describe("what is no dimension", () => {
  it.each([
    [
      "a room number over a wall",
      stroke(40, 40, 120, 40) + stroke(40, 40, 40, 90) + stroke(120, 40, 120, 90) + lettering("101", 78, 42, 2.5),
    ],
    [
      "a figure in a circle",
      `${stroke(20, 60, 180, 60)}${stroke(25, 55, 25, 65)}${box(77, 57, 7, 6)}${lettering("12", 78.5, 58.8, 2.5)}`,
    ],
    [
      "a table",
      [0, 7, 14].map((y) => stroke(40, 40 + y, 100, 40 + y)).join("") +
        [0, 30, 60].map((x) => stroke(40 + x, 40, 40 + x, 54)).join("") +
        lettering("900", 52, 42, 2.5) +
        lettering("2100", 80, 42, 2.5),
    ],
    [
      "a date and a telephone number",
      row({ y: 92, object: 80, stops: [40, 80, 120], texts: ["12.03.2024", "0171 555"] }),
    ],
  ])("%s", async (_, content) => expect((await pageOf(content)).dimensions).toEqual([]));
});

describe("awkward pages", () => {
  it.each([
    [
      "lines all through one point",
      Array.from({ length: 3000 }, (_, i) => stroke(200, 200, 200 + 90 * Math.cos(i), 200 + 90 * Math.sin(i))).join(
        "",
      ) + lettering("3600", 199, 202, 2.5),
    ],
    [
      "circles about one point",
      Array.from(
        { length: 1500 },
        (_, i) =>
          `q 1 0 0 1 200 200 cm 0.1 w ${i / 20} 0 m ${i / 20} ${i / 36} ${i / 36} ${i / 20} 0 ${i / 20} c S Q\n`,
      ).join("") + lettering("3600", 199, 202, 2.5),
    ],
    [
      "hatch lines a thousandth apart",
      Array.from({ length: 5000 }, (_, i) => stroke(100, 100 + i / 1000, 140, 100 + i / 1000, 0.01)).join(""),
    ],
    [
      "figures without lines, and lines without figures",
      Array.from({ length: 500 }, (_, i) =>
        lettering("3600", 20 + (i % 20) * 20, 20 + Math.floor(i / 20) * 9, 2.5),
      ).join("") + row({ y: 400, object: 380, stops: [40, 80, 160], texts: ["", ""] }),
    ],
    [
      "a length of nothing, and one of ten kilometres",
      row({ y: 92, object: 80, stops: [40, 80, 160], texts: ["0", "10000000"] }),
    ],
  ])("%s are looked at without harm", async (_, content) => {
    const drawing = await drawingOf(onePage({ content, widthMm: 841, heightMm: 594 }));
    const { notJudged } = inspect(drawing, TARNWICK);
    expect(notJudged.filter(({ reason }) => reason.includes("failed"))).toEqual([]);
  });
});
