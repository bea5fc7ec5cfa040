import { cornersOf, fieldOf, type Field, type Spot } from "./paper";
import { dimension } from "./rows";
import { drawTitle, framed, leader, legend, plant, type Desk } from "./sheet";
import { edgesOf, linesWithin, type Side } from "./solids";

interface Face {
  readonly title: string;
  readonly scale: readonly [string, number];
  /** Building millimetres. */
  readonly width: number;
  readonly eave: number;
  /** Rise in twelve of a gable; 0 where the roof is flat. */
  readonly rise: number;
  /** Of its lower left corner on the paper. */
  readonly at: Spot;
  readonly note: string | null;
  /** How much lower its title stands than it should. */
  readonly astray: number;
}

const wants = (desk: Desk, fault: string): boolean => desk.fault === fault && desk.sheet.planted.length === 0;

/** An elevation: ground, wall with openings and coursing, roof, levels beside it, a dimension below. Gives what it fills. */
function drawFace(desk: Desk, face: Face, codes: Set<string>): Field {
  const { paper, house, chance } = desk;
  const ratio = face.scale[1];
  const on = ([x, y]: Spot): Spot => [face.at[0] + x / ratio, face.at[1] + y / ratio];
  const line = (a: Spot, b: Spot): void => paper.line(on(a), on(b));
  const { width: w, eave } = face;
  const ridge = eave + ((w / 2) * face.rise) / 12;
  const openings: Field[] = [];
  const step = house.module;
  const sill = Math.round((house.isMetric ? 900 : 30 * 25.4) / step) * step;
  for (let x = w * 0.1; x < w * 0.8;) {
    const wide = chance.one(house.windows.slice(0, 2));
    const left = Math.round(x / step) * step;
    if (left + wide < w * 0.92) openings.push([left, sill, left + wide, house.head]);
    x = left + wide + Math.max(w * 0.08, 8 * ratio);
  }
  return paper.during(() => {
    paper.take("A-ELEV-PATT", 0.13);
    coursing(desk, face, openings, on);
    paper.take("A-ELEV", 0.35);
    line([-0.12 * w, 0], [1.12 * w, 0]);
    line([0, 0], [0, eave]);
    line([w, 0], [w, eave]);
    if (face.rise > 0) {
      line([0, eave], [w / 2, ridge]);
      line([w / 2, ridge], [w, eave]);
      slope(desk, face, on);
    } else line([0, eave], [w, eave]);
    for (const [l, b, r, t] of openings) {
      paper.take("A-ELEV", 0.35).polygon(cornersOf([l, b, r, t]).map(on));
      paper.take("A-ELEV-FINE", 0.18);
      const inset = 1.2 * ratio;
      paper.polygon(cornersOf([l + inset, b + inset, r - inset, t - inset]).map(on));
    }
    levels(desk, face, [0, ...(face.rise > 0 ? [eave, ridge] : [eave])], on);
    const below = -house.first * ratio;
    dimension(desk, on([0, below]), on([w, below]), [0, -1], wrongly(desk, w), [house.first, house.first]);
    const aside = -(house.first + 2) * ratio;
    dimension(desk, on([aside, 0]), on([aside, eave]), [-1, 0], eave, undefined);
    const code = wants(desk, "code/undefined") ? "ZN" : chance.one(["TB", "PL"]);
    const at = framed(desk, on([w / 2, eave * 0.86]), code);
    if (code === "ZN") plant(desk, "code/undefined", [at]);
    else codes.add(code);
    if (chance.is(0.6))
      leader(desk, on([w * 0.06, eave * 0.5]), [on([0, 0])[0] - 12, on([0, eave])[1] + 6], "gutter", 2.5);
  });
}

/** The length that is written: another one where that is the fault. */
function wrongly(desk: Desk, mm: number): number {
  return wants(desk, "dim/value-not-length") ? mm + (desk.house.isMetric ? 600 : 24 * 25.4) : mm;
}

function coursing(
  desk: Desk,
  { width: w, eave, scale }: Face,
  openings: readonly Field[],
  on: (spot: Spot) => Spot,
): void {
  const { paper, house, chance, fault } = desk;
  const fields: Field[] = [[0, 0, w, eave]];
  const bad = fault?.startsWith("hatch/") && desk.sheet.planted.length === 0 ? fault : undefined;
  const kind = bad ? "boards" : chance.one(["boards", "sheet", "none"] as const);
  if (kind === "none") return;
  const usual = kind === "boards" ? (house.isMetric ? 150 : 152.4) : house.isMetric ? 450 : 457.2;
  const spacing = bad === "hatch/spacing" ? usual * 2 : usual;
  if (spacing / scale[1] < 0.9) return;
  const turn = (kind === "boards" ? 0 : 90) + (bad === "hatch/unknown" ? 20 : 0);
  const code: Field = [
    w / 2 - 6 * scale[1],
    eave * 0.86 - 4 * scale[1],
    w / 2 + 6 * scale[1],
    eave * 0.86 + 4 * scale[1],
  ];
  const edges: Side[] = edgesOf(fields, [...openings, code]);
  for (const [a, b] of linesWithin(edges, turn, spacing, [0, 0]))
    if (Math.hypot(b[0] - a[0], b[1] - a[1]) > 1 && !isAtEdge(a, b, w, eave, openings, 1.2 * scale[1]))
      paper.line(on(a), on(b));
  if (bad) plant(desk, bad, [fieldOf([on([0, 0]), on([w, eave])])]);
}

const isAtEdge = (a: Spot, b: Spot, w: number, eave: number, openings: readonly Field[], near: number): boolean => {
  const hits = (v: number, all: readonly number[]): boolean => all.some((each) => Math.abs(v - each) < near);
  if (Math.abs(a[1] - b[1]) < 1) return hits(a[1], [0, eave, ...openings.flatMap((o) => [o[1], o[3]])]);
  return Math.abs(a[0] - b[0]) < 1 && hits(a[0], [0, w, ...openings.flatMap((o) => [o[0], o[2]])]);
};

/** A right angle below the roof with what its slope is. */
function slope(desk: Desk, { width: w, eave, rise, scale }: Face, on: (spot: Spot) => Spot): void {
  const { paper } = desk;
  const bad = wants(desk, "build/slope");
  const words = `${bad ? rise + 2 : rise} in 12`;
  const [x, y] = [w * 0.12, eave + (w * 0.12 * rise) / 12];
  const run = 12 * scale[1];
  const up = (run * rise) / 12;
  paper.take("A-ANNO-SYMB", 0.35);
  const lift = 4 * scale[1];
  paper.line(on([x, y + lift]), on([x, y + lift + up]));
  paper.line(on([x, y + lift + up]), on([x + run, y + lift + up]));
  paper.line(on([x, y + lift]), on([x + run, y + lift + up]));
  const foot = on([x + run / 2, y + lift + up]);
  const at = paper.words([foot[0], foot[1] + 1], words, 2.5, 0, "middle");
  if (bad) plant(desk, "build/slope", [at, fieldOf([on([x, y]), on([x + run, y + lift + up])])]);
}

/** Beside the building: a line at each height, a triangle on it, and how high it is. */
function levels(desk: Desk, face: Face, heights: readonly number[], on: (spot: Spot) => Spot): void {
  const { paper, house } = desk;
  const x = face.width + 0.16 * face.width;
  heights.forEach((height, i) => {
    const bad = i === 1 && wants(desk, "build/level");
    const spot = on([x, height]);
    paper.take("A-ANNO-SYMB", 0.35);
    paper.line([spot[0], spot[1]], [spot[0] + 16, spot[1]]);
    paper.path(
      [
        [spot[0] + 4, spot[1]],
        [spot[0] + 2, spot[1] + 3],
        [spot[0] + 6, spot[1] + 3],
      ],
      true,
    );
    const says = house.writeLevel(height + (bad ? (house.isMetric ? 200 : 8 * 25.4) : 0));
    const at = paper.words([spot[0] + 8, spot[1] + 1], says, 2.5);
    if (bad) plant(desk, "build/level", [[spot[0], spot[1], at[2], at[3]]]);
  });
}

/** A sheet of one or two elevations, their titles on one line. */
export function elevationSheet(desk: Desk): void {
  const { chance, house, room, fault } = desk;
  const scale = chance.one(house.scales.plan);
  const [w, h] = [(room[2] - room[0] - 90) * scale[1], (room[3] - room[1]) * scale[1]];
  const step = house.isMetric ? 50 : 12 * 25.4;
  const round = (mm: number): number => Math.round(mm / step) * step;
  const codes = new Set<string>();
  const count = w / scale[1] > 420 || fault === "sheet/titles-astray" ? 2 : 1;
  const noted =
    fault === "scale/missing"
      ? null
      : fault === "scale/note-not-drawn"
        ? house.scales.plan.find((each) => each !== scale)![0]
        : scale[0];
  let left = room[0] + 40;
  const top = Math.min(h * 0.55, 120 * scale[1]);
  const base = room[3] - 30 - (top * 1.2) / scale[1];
  const drawn: { field: Field; title: string }[] = [];
  for (let i = 0; i < count; i++) {
    const width = round(Math.min((w / count) * 0.5, chance.between(80, 130) * scale[1]));
    const eave = round(Math.min(top * 0.6, house.isMetric ? 3600 : 12 * 304.8));
    const face: Face = {
      ...{ title: ["North elevation", "South elevation"][i]!, scale, width, eave, note: noted },
      rise: fault === "build/slope" || chance.is(0.6) ? chance.one([4, 8]) : 0,
      ...{ at: [left, base] as const, astray: 0 },
    };
    const field = drawFace(desk, face, codes);
    drawn.push({ field, title: face.title });
    left = field[2] + 55;
  }
  const foot = Math.min(...drawn.map(({ field }) => field[1])) - 10;
  const titles: Field[] = [];
  drawn.forEach(({ field, title }, i) => {
    const astray = fault === "sheet/titles-astray" && i === 1 ? 6 : 0;
    const at = drawTitle(desk, [field[0], foot - astray], title, { words: scale[0], ratio: scale[1] }, noted);
    titles.push(at);
    if (astray > 0) plant(desk, "sheet/titles-astray", titles);
    desk.sheet.drawings.push({ title, field, ratio: scale[1], dimensioned: true });
  });
  if (desk.sheet.planted.length === 0 && (fault === "scale/missing" || fault === "scale/note-not-drawn"))
    plant(
      desk,
      fault,
      drawn.map(({ field }) => [field[0], field[1] - 25, field[2], field[3]]),
    );
  legend(desk, [room[2] - 62, room[3] - 10], [...codes]);
}
