import { between, cornersOf, distance, polar, type Field, type Spot } from "./paper";
import { dimension } from "./rows";
import { drawTitle, north, notes, plant, type Desk } from "./sheet";

/** A plot with its boundary lengths and bearings, a house on it, how far it stands from the boundary, trees and spot levels. */
export function siteSheet(desk: Desk): void {
  const { paper, house, chance, room, fault } = desk;
  const scale = chance.one(house.scales.site);
  const ratio = scale[1];
  const wants = (rule: string): boolean => fault === rule && desk.sheet.planted.length === 0;
  const [x0, y0] = [room[0] + 40, room[1] + 40];
  const [w, h] = [Math.min(230, room[2] - x0 - 110), Math.min(170, room[3] - y0 - 30)];
  const corners: Spot[] = [
    [x0, y0],
    [x0 + w, y0 + chance.between(4, 14)],
    [x0 + w - chance.between(4, 16), y0 + h],
    [x0 + chance.between(3, 12), y0 + h - chance.between(2, 9)],
  ];
  const module = house.isMetric ? 500 : 304.8;
  const round = (mm: number): number => Math.round(mm / module) * module;
  const field = paper.during(() => {
    paper.take("C-PROP", 0.35).polygon(corners);
    corners.forEach((corner, i) => bearing(desk, corner, corners[(i + 1) % 4]!, ratio));
    const [bw, bh] = [round(w * 0.42 * ratio), round(h * 0.3 * ratio)];
    const [bx, by] = [x0 + w * 0.3, y0 + h * 0.38];
    const building: Field = [bx, by, bx + bw / ratio, by + bh / ratio];
    paper.take("C-BLDG", 0.5).polygon(cornersOf(building));
    dimension(desk, [bx, by - house.first], [building[2], by - house.first], [0, -1], bw, [house.first, house.first]);
    dimension(desk, [bx - house.first, by], [bx - house.first, building[3]], [-1, 0], bh, [house.first, house.first]);
    // From a corner of the house straight down to the boundary: no extension lines.
    const right = building[2] - 6;
    const t = (right - corners[0]![0]) / (corners[1]![0] - corners[0]![0]);
    const foot = between(corners[0]!, corners[1]!, t);
    const away = Math.round(((by - foot[1]) * ratio) / house.module) * house.module;
    const end: Spot = [right, by - away / ratio];
    const bad = wants("dim/value-not-length");
    const at = dimension(desk, [right, by], end, [1, 0], bad ? away + 12 * module : away, undefined);
    if (bad) plant(desk, "dim/value-not-length", [at]);
    paper.take("L-PLNT", 0.18);
    for (let k = 0; k < 4; k++) tree(desk, [x0 + w * (0.2 + 0.2 * k), y0 + h * 0.86], chance.between(4, 7));
    spots(desk, building);
  });
  const noted = fault === "scale/missing" ? null : scale[0];
  drawTitle(desk, [field[0], field[1] - 11], "Site plan", { words: scale[0], ratio }, noted);
  desk.sheet.drawings.push({ title: "Site plan", field, ratio, dimensioned: true });
  if (wants("scale/missing")) plant(desk, "scale/missing", [[field[0], field[1] - 20, field[2], field[3]]]);
  if (wants("kind/left-out-showing")) {
    paper.take("A-FURN", 0.18);
    const box: Field = [field[2] - 12, field[3] + 4, field[2], field[3] + 10];
    paper.polygon(cornersOf(box));
    plant(desk, "kind/left-out-showing", [box], { layers: ["A-FURN"] });
  }
  north(desk, [room[2] - 14, room[3] - 20]);
  notes(desk, [
    room[2] - Math.max(64, paper.widthOf("1. Read with the drawings of the engineers.", 2.5) + 2),
    room[3] - 60,
  ]);
}

/** Along a boundary: its direction from north or south, and its length, which is no dimension. */
function bearing(desk: Desk, a: Spot, b: Spot, ratio: number): void {
  const { paper, house } = desk;
  const degrees = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
  const fromNorth = (((90 - degrees) % 360) + 360) % 360;
  const [sign, off, side] = quarter(fromNorth);
  const minutes = Math.round((off % 1) * 60);
  const mm = distance(a, b) * ratio;
  const length = house.isMetric ? `${(mm / 1000).toFixed(2)} m` : `${(mm / 304.8).toFixed(2)}'`;
  const turn = degrees > 90.001 || degrees <= -90 ? degrees + 180 : degrees;
  const middle = between(a, b, 0.5);
  const foot = polar(middle, 1.4, turn + 90);
  paper
    .take("A-ANNO-TEXT", 0.25)
    .words(
      foot,
      `${sign} ${Math.floor(off)}°${String(minutes).padStart(2, "0")}' ${side} ${length}`,
      2.5,
      turn,
      "middle",
    );
}

function quarter(fromNorth: number): readonly [string, number, string] {
  if (fromNorth <= 90) return ["N", fromNorth, "E"];
  if (fromNorth <= 180) return ["S", 180 - fromNorth, "E"];
  if (fromNorth <= 270) return ["S", fromNorth - 180, "W"];
  return ["N", 360 - fromNorth, "W"];
}

function tree({ paper, chance }: Desk, at: Spot, radius: number): void {
  paper.ring(at, radius);
  const turn = chance.between(0, 90);
  for (let k = 0; k < 6; k++)
    paper.path([polar(at, radius * 0.2, turn + k * 60), polar(at, radius * 0.7, turn + k * 60)], false);
}

/** Heights of the ground: a small cross and a figure. */
function spots(desk: Desk, [l, b, r, t]: Field): void {
  const { paper, house } = desk;
  for (const [x, y, mm] of [
    [l + 8, t + 8, 300],
    [r + 10, (b + t) / 2, 450],
  ] as const) {
    paper.take("A-ANNO-SYMB", 0.35);
    paper.path(
      [
        [x - 1.2, y],
        [x + 1.2, y],
      ],
      false,
    );
    paper.path(
      [
        [x, y - 1.2],
        [x, y + 1.2],
      ],
      false,
    );
    paper.words([x + 2, y + 0.6], house.writeLevel(mm * (house.isMetric ? 1 : 1.016)), 1.8);
  }
}
