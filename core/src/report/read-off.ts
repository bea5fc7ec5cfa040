import { mayBeOnPlan } from "../recognise/building/plans";
import { ROOMS } from "../recognise/building/rooms";
import { LEVELS } from "../recognise/building/levels";
import { OPENINGS } from "../recognise/building/openings";
import { SHEET_REFERENCES, type ReferenceKind } from "../recognise/codes/references";
import { GRID_LINES } from "../recognise/grid-lines";
import type { FileFacts, PageFacts } from "../recognise/recogniser";
import { REVISION_TABLES } from "../recognise/title-blocks/revision-tables";
import type { Cell, Table } from "../tables/table";

/**
 * What people count and compare, read off the sheets of a file, a table each: rooms, openings, levels, grid lines, what
 * refers to where, and what was revised.
 * Areas in square metres, lengths in millimetres of the building; empty where no scale is known.
 */
export const readOff = (file: FileFacts): Table[] => [
  roomsOf(file),
  openingsOf(file),
  levelsOf(file),
  gridOf(file),
  referencesOf(file),
  revisionsOf(file),
];

const onPages = (file: FileFacts, rowsOf: (facts: PageFacts) => Cell[][]): Cell[][] =>
  file.pages.flatMap((facts) => rowsOf(facts).map((row) => [facts.page.index, ...row]));

const roomsOf = (file: FileFacts): Table => ({
  title: "Rooms",
  columns: ["Page", "Number", "Name", "Written area", "Enclosed m²", "With what stands in it m²"],
  rows: onPages(file, (facts) =>
    facts
      .of(ROOMS)
      .map(({ value: { number, name, written, areaMm2, grossMm2, scale } }) => [
        number,
        name,
        written?.line.text.trim() ?? null,
        squareMetres(areaMm2, scale),
        squareMetres(grossMm2, scale),
      ]),
  ),
});

const openingsOf = (file: FileFacts): Table => ({
  title: "Openings",
  columns: ["Page", "Use", "Clear width mm", "Leaves mm", "Wall mm", "x mm", "y mm"],
  rows: onPages(file, (facts) =>
    facts
      .of(OPENINGS)
      .filter(({ value }) => mayBeOnPlan(facts, value.from))
      .map(({ value: { use, widthMm, leavesMm, wall, from, to } }) => [
        use,
        whole(widthMm, wall.scale),
        wall.scale === undefined
          ? null
          : leavesMm.map((each) => Math.round(each * (wall.scale ?? 1))).join(" + ") || null,
        whole(wall.thicknessMm, wall.scale),
        Number(((from[0] + to[0]) / 2).toFixed(1)),
        Number(((from[1] + to[1]) / 2).toFixed(1)),
      ]),
  ),
});

const levelsOf = (file: FileFacts): Table => ({
  title: "Levels",
  columns: ["Page", "Level", "Name", "Millimetres", "x mm", "y mm"],
  rows: onPages(file, (facts) =>
    facts
      .of(LEVELS)
      .map(({ value: { text, name, readings, atMm } }) => [
        text,
        name === "" ? null : name,
        readings[0] ? Number(readings[0].length.toNumber().toFixed(1)) : null,
        Number(atMm[0].toFixed(1)),
        Number(atMm[1].toFixed(1)),
      ]),
  ),
});

const gridOf = (file: FileFacts): Table => ({
  title: "Grid lines",
  columns: ["Page", "Label", "x mm", "y mm"],
  rows: onPages(file, (facts) =>
    facts
      .of(GRID_LINES)
      .map(({ value: { label, bubbleMm } }) => [label, Number(bubbleMm[0].toFixed(1)), Number(bubbleMm[1].toFixed(1))]),
  ),
});

const referencesOf = (file: FileFacts): Table => ({
  title: "References",
  columns: ["Page", "Drawn as", "Drawing", "Sheet", "x mm", "y mm"],
  rows: onPages(file, (facts) =>
    facts
      .of(SHEET_REFERENCES)
      .map(({ value: { kind, drawing, sheet, atMm } }) => [
        REFERENCE_WORDS[kind],
        drawing === "" ? null : drawing,
        sheet === "" ? null : sheet,
        Number(atMm[0].toFixed(1)),
        Number(atMm[1].toFixed(1)),
      ]),
  ),
});

const REFERENCE_WORDS: Record<ReferenceKind, string> = {
  section: "section",
  elevation: "elevation",
  detail: "enlarged part",
  bubble: "circle",
  note: "words",
};

const revisionsOf = (file: FileFacts): Table => ({
  title: "Revisions",
  columns: ["Page", "Revision", "Date", "What", "By"],
  rows: onPages(file, (facts) =>
    facts
      .of(REVISION_TABLES)
      .flatMap(({ value }) =>
        value.revisions.map(({ revision, date, what, by }) => [revision, date, what, by === "" ? null : by]),
      ),
  ),
});

const whole = (lengthMm: number, scale: number | undefined): number | null =>
  scale === undefined ? null : Math.round(lengthMm * scale);

const squareMetres = (areaMm2: number, scale: number | undefined): number | null =>
  scale === undefined ? null : Number(((areaMm2 * scale ** 2) / 1e6).toFixed(2));
