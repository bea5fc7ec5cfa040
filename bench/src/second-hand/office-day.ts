import { Chance } from "../recognition/chance";
import { HOUSES } from "./houses";
import { detailSheet } from "./detail";
import { elevationSheet } from "./elevation";
import { Paper } from "./paper";
import { planSheet } from "./plan";
import { scheduleSheet } from "./schedule";
import { siteSheet } from "./site";
import { emptySheet, habitsOf, type Sheet, type Sort } from "./sheet";

const OF_ANY = ["sheet/outside", "sheet/frame", "title/empty", "title/differs", "title/too-long"];
const OF_PLANS = [
  "dim/value-not-length",
  "dim/row-sum",
  "dim/terminator",
  "dim/extension",
  "dim/format",
  "dim/crowded",
  "dim/row-order",
  "dim/row-spacing",
  "scale/missing",
  "scale/unlisted",
  "scale/note-not-drawn",
  "scale/bar-not-true",
  "text/placeholder",
  "text/direction",
  "text/height",
  "line/doubled",
  "line/width-off-series",
  "line/width-not-pen",
  "line/hairline",
  "line/shade-not-pen",
  "line/too-close",
];

/** What is planted on each sort of sheet. */
export const FAULTS: Readonly<Record<Sort, readonly string[]>> = {
  plan: [
    ...OF_PLANS,
    "dim/row-repeated",
    "build/wall-thickness",
    "build/opening-width",
    "build/room-area",
    "hatch/part-unit",
    "hatch/spacing",
    "hatch/unknown",
    "hatch/off-layer",
    "code/undefined",
    "code/malformed",
    "code/unused",
    ...OF_ANY,
  ],
  ceiling: ["hatch/spacing", "hatch/unknown", "code/undefined", "code/unused", ...OF_PLANS, ...OF_ANY],
  foundation: [...OF_PLANS, ...OF_ANY],
  elevation: [
    ...["build/level", "build/slope", "hatch/spacing", "hatch/unknown", "code/undefined", "code/unused"],
    ...["dim/value-not-length", "scale/missing", "scale/note-not-drawn", "scale/bar-not-true", "sheet/titles-astray"],
    ...OF_ANY,
  ],
  detail: [
    ...["hatch/spacing", "hatch/unknown", "hatch/off-layer", "dim/value-not-length", "scale/note-not-drawn"],
    ...["scale/bar-not-true", ...OF_ANY],
  ],
  site: [
    ...["dim/value-not-length", "scale/missing", "scale/bar-not-true", "kind/left-out-showing"],
    ...["text/placeholder", "text/direction", "text/height", ...OF_ANY],
  ],
  schedule: ["text/placeholder", "text/direction", "text/height", ...OF_ANY],
};

const KINDS: Readonly<Record<Sort, string | undefined>> = {
  plan: "floor-plan",
  ceiling: "ceiling-plan",
  foundation: "foundation-plan",
  elevation: "elevation",
  detail: "detail",
  site: "site-plan",
  schedule: undefined,
};

const PARTICULARS = {
  owner: "Marram Design Office",
  client: "Northquay Harbour Trust",
  project: "Rope works",
  address: "4 Quay Street, Northquay",
  drawnBy: "PT",
  approvedBy: "H. Lorn",
  date: "2026-04-21",
  number: "A-104",
  revision: "B",
  sheetOf: "4 / 12",
  title: "Plans",
};

/** A sheet of a sort from a seed: the same sheet with and without a fault. */
export function drawSheet(sort: Sort, seed: number, fault: string | undefined): Sheet {
  const chance = new Chance(seed);
  const house = chance.one(HOUSES);
  const paper = new Paper(house.sheet[0], house.sheet[1], house.face, habitsOf(chance, house));
  const sheet: Sheet = {
    ...{ name: `${seed}-${sort}-${house.name}${fault ? `-${fault.replace("/", "_")}` : ""}`, sort, house },
    ...{ kind: KINDS[sort], paper, planted: [], drawings: [], particulars: PARTICULARS },
    ...{ maker: chance.one(["fitz", "forms", "reportlab"]) },
  };
  const desk = emptySheet({ chance, house, paper, sheet, fault }, "As noted");
  const draw = {
    plan: () => planSheet(desk, "plan"),
    ceiling: () => planSheet(desk, "ceiling"),
    foundation: () => planSheet(desk, "foundation"),
    elevation: () => elevationSheet(desk),
    detail: () => detailSheet(desk),
    site: () => siteSheet(desk),
    schedule: () => scheduleSheet(desk),
  };
  draw[sort]();
  return sheet;
}
