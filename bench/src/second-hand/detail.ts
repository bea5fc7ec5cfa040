import { cornersOf, fieldOf, type Field, type Spot } from "./paper";
import { dimension } from "./rows";
import { drawTitle, leader, plant, type Desk } from "./sheet";
import { aroundOf, linesWithin, type Side } from "./solids";

type Stuff = "masonry" | "concrete" | "insulation" | "timber" | "earth" | "air";
interface Leaf {
  readonly stuff: Stuff;
  readonly mm: number;
}

const WORDS: Readonly<Record<Stuff, string>> = {
  masonry: "facing brick",
  concrete: "concrete, cast in place",
  insulation: "mineral wool",
  timber: "sawn boards",
  earth: "ground, undisturbed",
  air: "clear cavity",
};

/** The families of the demo office's hatches on paper: angle, spacing, dash, across by, along by. */
const FAMILIES: Readonly<Record<Stuff, readonly (readonly [number, number, readonly number[], number])[]>> = {
  masonry: [[45, 1.2, [], 0]],
  concrete: [
    [45, 1.5, [], 0],
    [45, 1.5, [1.5, 1.5], 0.75],
  ],
  insulation: [
    [60, 2, [], 0],
    [-60, 2, [], 0],
  ],
  timber: [
    [0, 1, [], 0],
    [90, 4, [2, 6], 0],
  ],
  earth: [
    [45, 1.6, [4, 3], 0],
    [-45, 1.6, [4, 3], 0],
  ],
  air: [],
};

/** A sheet of details in two rows of bays, each its own scale. */
export function detailSheet(desk: Desk): void {
  const { chance, room, house } = desk;
  const [columns, rows] = [room[2] - room[0] > 600 ? 3 : 2, room[3] - room[1] > 400 ? 2 : 1];
  const [w, h] = [(room[2] - room[0]) / columns, (room[3] - room[1]) / rows];
  let number = 1;
  for (let j = 0; j < rows; j++) {
    const drawn: Detail[] = [];
    for (let i = 0; i < columns; i++) {
      if (chance.is(0.15) && number > 1) continue;
      const bay: Field = [room[0] + i * w, room[3] - (j + 1) * h, room[0] + (i + 1) * w, room[3] - j * h];
      drawn.push(drawDetail(desk, bay, number++, house.scales.detail[(i + j) % house.scales.detail.length]!));
    }
    // The titles of a row stand on one line.
    const foot = Math.min(...drawn.map(({ field }) => field[1])) - 10;
    for (const each of drawn) titleOf(desk, each, foot);
  }
}

interface Detail {
  readonly number: number;
  readonly field: Field;
  readonly scale: readonly [string, number];
  readonly noted: string;
  readonly left: number;
}

function titleOf(desk: Desk, { number, field, scale, noted, left }: Detail, foot: number): void {
  const place = ["sill", "floor", "eaves", "footing", "jamb", "head"][number - 1];
  drawTitle(desk, [left, foot], `${number} Wall at ${place}`, { words: scale[0], ratio: scale[1] }, noted);
  desk.sheet.drawings.push({ title: `Detail ${number}`, field, ratio: scale[1], dimensioned: true });
  if (noted !== scale[0]) plant(desk, "scale/note-not-drawn", [[field[0], foot - 10, field[2], field[3]]]);
}

function leavesOf(desk: Desk, most: number): Leaf[] {
  const { house, chance } = desk;
  const step = house.isMetric ? 50 : Math.max(2 * 25.4, house.module);
  const stuffs: Stuff[] = chance.one([
    ["masonry", "air", "insulation", "concrete"],
    ["timber", "insulation", "masonry"],
    ["concrete", "insulation", "earth"],
    ["masonry", "insulation", "masonry"],
  ]);
  const leaves = stuffs.map((stuff): Leaf => ({ stuff, mm: step * (stuff === "air" ? 1 : chance.whole(2, 4)) }));
  const total = leaves.reduce((sum, { mm }) => sum + mm, 0);
  return total <= most ? leaves : leaves.map(({ stuff }) => ({ stuff, mm: step }));
}

function drawDetail(desk: Desk, bay: Field, number: number, scale: readonly [string, number]): Detail {
  const { paper, house, fault } = desk;
  const ratio = scale[1];
  const leaves = leavesOf(desk, (bay[2] - bay[0] - 120) * ratio);
  const tall = Math.min(bay[3] - bay[1] - 75, 90);
  const left = bay[0] + 30;
  const foot = bay[3] - 12 - tall;
  const wants = (rule: string): boolean => fault === rule && desk.sheet.planted.length === 0;
  const noted =
    wants("scale/note-not-drawn") && number === 1 ? house.scales.detail.find((each) => each !== scale)![0] : scale[0];
  const field = paper.during(() => {
    let x = left;
    const fields = leaves.map(({ stuff, mm }): { at: Field; stuff: Stuff; mm: number } => {
      const at: Field = [x, foot, x + mm / ratio, foot + tall];
      x = at[2];
      return { at, stuff, mm };
    });
    for (const { at, stuff } of fields) fill(desk, at, stuff);
    paper.take("A-DETL", 0.5);
    for (const { at } of fields) paper.line([at[0], at[1]], [at[0], at[3]]);
    paper.line([x, foot], [x, foot + tall]);
    paper.line([left, foot], [x, foot]);
    paper.line([left, foot + tall], [x, foot + tall]);
    const y = foot - house.first;
    const isWide = fields.every(
      ({ mm }) => mm / ratio > paper.widthOf(house.write(mm), house.figureMm) + (house.place === "in-line" ? 9 : 2),
    );
    const bad = wants("dim/value-not-length");
    if (isWide)
      fields.forEach(({ at, mm }, i) => {
        const isBad = bad && i === 0;
        const placed = dimension(desk, [at[0], y], [at[2], y], [0, -1], isBad ? mm * 2 : mm, [
          house.first,
          house.first,
        ]);
        if (isBad) plant(desk, "dim/value-not-length", [placed], { also: ["dim/row-sum"] });
      });
    const total = fields.reduce((sum, { mm }) => sum + mm, 0);
    const out = house.first + (isWide ? house.pitch : 0);
    if (fields.length > 1) dimension(desk, [left, foot - out], [x, foot - out], [0, -1], total, [out, out]);
    fields.forEach(({ at, stuff }, i) => {
      const tip: Spot = [(at[0] + at[2]) / 2, foot + tall * (0.25 + 0.17 * i)];
      leader(desk, tip, [x + 10, tip[1] + 4], WORDS[stuff], 2.5);
    });
  });
  return { number, field, scale, noted, left: bay[0] + 14 };
}

function fill(desk: Desk, at: Field, stuff: Stuff): void {
  const { paper, fault, chance } = desk;
  const bad =
    stuff !== "air" && stuff !== "earth" && fault?.startsWith("hatch/") && desk.sheet.planted.length === 0
      ? fault
      : undefined;
  const times = bad === "hatch/spacing" ? chance.one([0.5, 1.5, 2]) : 1;
  const turn = bad === "hatch/unknown" ? 20 : 0;
  const layer = bad === "hatch/off-layer" ? "A-DETL-FINE" : "A-DETL-PATT";
  paper.take(layer, bad === "hatch/off-layer" ? 0.25 : 0.13);
  const edges: Side[] = aroundOf(at);
  const pieceByPiece = chance.is(0.5);
  for (const [angle, spacing, dash, offset] of FAMILIES[stuff]) {
    const start: Spot = [
      at[0] - offset * times * Math.sin((angle * Math.PI) / 180),
      at[1] + offset * times * Math.cos((angle * Math.PI) / 180),
    ];
    const own = dash.map((each) => each * times);
    for (const [a, b] of linesWithin(edges, angle + turn, spacing * times, start, pieceByPiece ? own : [])) {
      if (isOnEdge(a, b, at)) continue;
      if (!pieceByPiece && dash.length > 0) paper.dash = own;
      paper.path([a, b], false);
      paper.dash = [];
    }
  }
  if (bad)
    plant(desk, bad, [fieldOf(cornersOf(at))], { also: ["layer/wrong-content", "hatch/spacing", "hatch/unknown"] });
}

const isOnEdge = (a: Spot, b: Spot, [l, bottom, r, t]: Field): boolean =>
  (Math.abs(a[0] - b[0]) < 0.01 && Math.min(Math.abs(a[0] - l), Math.abs(a[0] - r)) < 0.3) ||
  (Math.abs(a[1] - b[1]) < 0.01 && Math.min(Math.abs(a[1] - bottom), Math.abs(a[1] - t)) < 0.3);
