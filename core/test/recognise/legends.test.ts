import { describe, expect, it } from "vitest";
import { CODE_LABELS } from "../../src/recognise/codes/labels";
import { LEGENDS } from "../../src/recognise/codes/legends";
import { SHEET_REFERENCES } from "../../src/recognise/codes/references";
import { FileFacts } from "../../src/recognise/recogniser";
import { preset, StandardLookup } from "../../src/standard";
import { framed, legend } from "../support/codes";
import { stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { mark } from "../support/sheets";
import { drawingOf } from "../support/tools";

const factsOf = async (content: string) =>
  new FileFacts(await drawingOf(onePage({ content })), new StandardLookup(preset("tarnwick")!)).pages[0]!;

describe("legends", () => {
  const of = async (content: string) =>
    (await factsOf(content)).of(LEGENDS).map(({ value: { heading, entries, samples } }) => ({
      heading,
      codes: entries.map(({ code, meaning }) => `${code}=${meaning}`),
      samples: samples.map(({ text }) => text),
    }));

  it("have a heading and rows of codes under it", async () => {
    expect(await of(legend(["QT", "Quarry tile"], ["PL", "Plaster, painted"]))).toEqual([
      { heading: "LEGEND", codes: ["QT=Quarry tile", "PL=Plaster, painted"], samples: [] },
    ]);
  });
  it("have words behind drawn samples", async () => {
    const rows = ["Walls, cut", "Grid lines"].map(
      (words, i) => stroke(250, 193 - i * 7, 266, 193 - i * 7) + lettering(words, 270, 192 - i * 7, 2.5),
    );
    expect(await of(lettering("KEY", 250, 200, 3.5) + rows.join(""))).toEqual([
      { heading: "KEY", codes: [], samples: ["Walls, cut", "Grid lines"] },
    ]);
  });
  it("need no heading from three rows on, each in one line", async () => {
    const rows = ["CB - Concrete block", "QT: Quarry tile", "ZN = Zinc sheet"];
    const drawn = (all: readonly string[]): string =>
      all.map((text, i) => lettering(text, 60, 200 - i * 6, 2.5)).join("");
    expect((await of(drawn(rows)))[0]?.codes).toEqual(["CB=Concrete block", "QT=Quarry tile", "ZN=Zinc sheet"]);
    expect(await of(drawn(rows.slice(0, 2)))).toEqual([]);
  });
  it("end where a gap is", async () => {
    const far = lettering("XX", 250, 120, 2.5) + lettering("Of another list", 266, 120, 2.5);
    expect((await of(legend(["QT", "Quarry tile"]) + far))[0]?.codes).toEqual(["QT=Quarry tile"]);
  });
});

describe("labels", () => {
  const of = async (content: string) =>
    (await factsOf(content)).of(CODE_LABELS).map(({ value: { text, by, pattern } }) => [text, by, pattern]);

  it("stand in frames, or follow a pattern wherever they stand", async () => {
    expect(await of(framed("QT", 60, 100) + lettering("D001", 120, 100, 2.5))).toEqual([
      ["QT", "frame", undefined],
      ["D001", "pattern", "door"],
    ]);
  });
  it("are two where finish stands over structure", async () => {
    expect(await of(framed("QT/CB", 60, 100))).toEqual([
      ["QT", "frame", undefined],
      ["CB", "frame", undefined],
    ]);
  });
  it("are none in legends and references, nor where words stand by themselves", async () => {
    expect(
      await of(legend(["QT", "Quarry tile"]) + mark("1", "A-501", 100, 100) + lettering("QT", 60, 60, 2.5)),
    ).toEqual([]);
  });
});

describe("references", () => {
  const of = async (content: string) =>
    (await factsOf(content)).of(SHEET_REFERENCES).map(({ value: { drawing, sheet } }) => `${drawing}/${sheet}`);

  it("are numbers over sheets in circles, in one line, and in words", async () => {
    expect(
      await of(
        mark("1", "A-501", 100, 100) +
          lettering("2/A-502", 60, 60, 2.5) +
          lettering("for stairs see sheet A-301", 60, 50, 2.5),
      ),
    ).toEqual(["2/A-502", "/A-301", "1/A-501"]);
  });
  it("are no fractions, dates, scales or grid bubbles", async () => {
    const others = ["3/4", "11/2026", "1/50", "see note 3"].map((text, i) => lettering(text, 60, 60 - i * 8, 2.5));
    expect(await of(others.join("") + framed("A", 100, 100))).toEqual([]);
  });
});
