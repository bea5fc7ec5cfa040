import { expect, it } from "vitest";
import { must } from "../../src/base/result";
import { parseScale } from "../../src/quantity";
import { FileFacts } from "../../src/recognise/recogniser";
import { readOff } from "../../src/report/read-off";
import { preset, StandardLookup } from "../../src/standard";
import { readWorkbook, writeWorkbook } from "../../src/tables";
import { writeCsv } from "../../src/tables/csv";
import { stroke } from "../support/drawn";
import { lettering, onePage } from "../support/raw-pdf";
import { drawnPlan, HOUSE, label } from "../support/walls";
import { drawingOf } from "../support/tools";

const CONTENT =
  drawnPlan(HOUSE) +
  label(HOUSE, [3500, 4000], "HALL", "101", "52.2 m2") +
  label(HOUSE, [9500, 6000], "=STUDY", "18.0 m2") +
  stroke(320, 60, 380, 60) +
  lettering("FFL +0.15", 340, 61, 2.5);

const tablesOf = async (scale?: string) => {
  const given = scale === undefined ? {} : { scale: must(parseScale(scale)) };
  return readOff(
    new FileFacts(await drawingOf(onePage({ content: CONTENT })), new StandardLookup(preset("tarnwick")!), given),
  );
};

it("rooms, openings and levels are read off with what is written and what is drawn", async () => {
  const [rooms, openings, levels] = await tablesOf("1:50");
  // 6.775 × 7.7 m and 4.775 × 3.775 m, arithmetic.
  expect(rooms!.rows.map((row) => row.slice(1, 5))).toEqual(
    expect.arrayContaining([
      ["101", "HALL", "52.2 m2", 52.17],
      ["", "", null, 18.03],
    ]),
  );
  expect(openings!.rows.map(([, use, width, leaves]) => `${use} ${width} ${leaves ?? ""}`.trim()).sort()).toEqual([
    "door 900 900",
    "door 900 900",
    "window 1200",
    "window 1200",
    "window 2400",
  ]);
  expect(levels!.rows.map((row) => row.slice(1, 4))).toEqual([["FFL +0.15", null, 150]]);
});

it("without a scale nothing of the building is said", async () => {
  const [rooms, openings] = await tablesOf();
  expect(rooms!.rows.every(([, , , , enclosed]) => enclosed === null)).toBe(true);
  expect(openings!.rows.every(([, , width]) => width === null)).toBe(true);
});

it("names never become formulas, and a workbook holds what was read off", async () => {
  const tables = await tablesOf("1:50");
  expect(writeCsv(tables[0]!)).toContain("'=STUDY");
  const back = must(readWorkbook(writeWorkbook(tables))).tables;
  expect(back.map(({ title, rows }) => [title, rows.length])).toEqual(
    tables.map(({ title, rows }) => [title, rows.length]),
  );
});
