import type { Wall } from "./walls";

/** A building as the demo draws it. Lengths in building millimetres, origin at the first grid crossing. */
export interface Building {
  readonly work: string;
  readonly units: "metric" | "feet-inches";
  readonly walls: readonly Wall[];
  readonly rooms: readonly { readonly name: string; readonly at: readonly [number, number]; readonly area: string }[];
  readonly grid: { readonly x: readonly number[]; readonly y: readonly number[] };
  /** Corners of the outside faces. */
  readonly outside: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number };
  readonly columns: readonly (readonly [number, number])[];
  readonly columnSize: number;
  readonly stairs: readonly {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly going: number;
    readonly treads: number;
  }[];
  readonly furniture: readonly (readonly [x: number, y: number, width: number, height: number])[];
  readonly fittings: readonly (readonly [x: number, y: number])[];
  readonly overhead: number;
  readonly level: string;
}

const level = (y: number, x0: number, x1: number, thickness: number, openings: Wall["openings"] = []): Wall => ({
  from: [x0, y],
  to: [x1, y],
  thickness,
  openings,
});
const upright = (x: number, y0: number, y1: number, thickness: number, openings: Wall["openings"] = []): Wall => ({
  from: [x, y0],
  to: [x, y1],
  thickness,
  openings,
});

const OUT = 300;
const IN = 150;

/** Saltmarsh Ferry Landing: a waiting hall, a ticket office and a boat store on a 6.0 × 6.6 m grid. Invented. */
export const SALTMARSH: Building = {
  work: "Saltmarsh Ferry Landing",
  units: "metric",
  grid: { x: [0, 6000, 12000, 18000, 24000], y: [0, 6600, 13200] },
  outside: { x0: -150, y0: -150, x1: 24150, y1: 13350 },
  walls: [
    level(0, 0, 24000, OUT, [
      { at: 3000, width: 2400, kind: "window" },
      { at: 7500, width: 1800, kind: "double-door", side: "left" },
      { at: 10200, width: 1800, kind: "window" },
      { at: 15000, width: 2400, kind: "window" },
      { at: 21000, width: 3600, kind: "double-door", side: "left" },
    ]),
    level(13200, 0, 24000, OUT, [
      { at: 3000, width: 3600, kind: "window" },
      { at: 9000, width: 3600, kind: "window" },
      { at: 14000, width: 1200, kind: "window" },
      { at: 16900, width: 900, kind: "window" },
      { at: 21000, width: 2400, kind: "window" },
    ]),
    upright(0, 0, 13200, OUT, [
      { at: 3300, width: 2400, kind: "window" },
      { at: 9900, width: 1800, kind: "double-door", side: "right" },
    ]),
    upright(24000, 0, 13200, OUT, [
      { at: 3300, width: 1800, kind: "window" },
      { at: 9900, width: 900, kind: "door", side: "left", hinge: "begin" },
    ]),
    upright(12000, 0, 13200, IN, [
      { at: 3300, width: 1500, kind: "gap" },
      { at: 7600, width: 900, kind: "door", side: "left", hinge: "begin" },
      { at: 10800, width: 1200, kind: "window" },
    ]),
    level(6600, 12000, 24000, IN, [
      { at: 1200, width: 900, kind: "door", side: "left", hinge: "end" },
      { at: 7200, width: 900, kind: "door", side: "right", hinge: "begin" },
    ]),
    upright(18000, 0, 13200, IN, [
      { at: 1600, width: 900, kind: "door", side: "right", hinge: "begin" },
      { at: 12000, width: 900, kind: "door", side: "left", hinge: "end" },
    ]),
    level(9600, 15600, 18000, IN, [{ at: 1200, width: 900, kind: "door", side: "right", hinge: "begin" }]),
    upright(15600, 6600, 13200, IN, [
      { at: 1500, width: 900, kind: "door", side: "right", hinge: "begin" },
      { at: 5400, width: 900, kind: "door", side: "left", hinge: "begin" },
    ]),
  ],
  rooms: [
    { name: "WAITING HALL", at: [5200, 7400], area: "151.9 m²" },
    { name: "KIOSK", at: [15000, 3300], area: "37.3 m²" },
    { name: "BOAT STORE", at: [21000, 5400], area: "36.8 m²" },
    { name: "TICKET OFFICE", at: [13800, 9900], area: "22.0 m²" },
    { name: "WC", at: [17200, 7600], area: "6.4 m²" },
    { name: "STAFF", at: [16500, 10300], area: "7.6 m²" },
    { name: "WORKSHOP", at: [21000, 9200], area: "36.8 m²" },
  ],
  columns: [
    [6000, 6600],
    [6000, 0],
    [6000, 13200],
  ],
  columnSize: 300,
  stairs: [{ x: 1200, y: 11200, width: 1200, going: 280, treads: 12 }],
  furniture: [
    [1200, 4200, 3600, 450],
    [1200, 5400, 3600, 450],
    [7400, 4200, 3000, 450],
    [7400, 5400, 3000, 450],
    [7400, 9800, 3000, 450],
    [13600, 5300, 3200, 600],
    [12400, 10200, 600, 1500],
    [19200, 11600, 3000, 900],
    [19000, 2600, 4200, 1600],
  ],
  fittings: [
    [16100, 9000],
    [17300, 9000],
  ],
  overhead: 450,
  level: "+2.40",
};

const FT = 304.8;
const EXT = 0.5 * FT;
const PART = 0.375 * FT;
const feet = (value: number): number => value * FT;
const at = (
  position: number,
  width: number,
  kind: "door" | "double-door" | "window" | "gap",
  side: "left" | "right" = "left",
  hinge: "begin" | "end" = "begin",
) => ({ at: feet(position), width: feet(width), kind, side, hinge });

/** Orchard Lane Veterinary Clinic: 72' × 44' on an 18' × 22' grid, walls 6" and 4 1/2". Invented. */
export const ORCHARD: Building = {
  work: "Orchard Lane Veterinary Clinic",
  units: "feet-inches",
  grid: { x: [0, 18, 36, 54, 72].map(feet), y: [0, 22, 44].map(feet) },
  outside: { x0: feet(-0.25), y0: feet(-0.25), x1: feet(72.25), y1: feet(44.25) },
  walls: [
    level(0, 0, feet(72), EXT, [
      at(6, 3, "window"),
      at(12, 3, "window"),
      at(24, 6, "double-door"),
      at(31, 3, "window"),
      at(45, 3, "window"),
      at(63, 3, "window"),
    ]),
    level(feet(44), 0, feet(72), EXT, [
      at(7, 3, "window"),
      at(15, 3, "window"),
      at(27, 3, "window"),
      at(40, 3, "window"),
      at(49, 3, "window"),
      at(63, 3, "window"),
    ]),
    upright(0, 0, feet(44), EXT, [at(11, 3, "window"), at(33, 3, "window")]),
    upright(feet(72), 0, feet(44), EXT, [at(11, 3, "window"), at(22, 3, "door", "left"), at(34, 3, "window")]),
    level(feet(20), 0, feet(72), PART, [
      at(14, 3, "door", "left"),
      at(30, 4, "gap"),
      at(46, 3, "door", "right"),
      at(60, 3, "door", "left"),
    ]),
    level(feet(26), 0, feet(72), PART, [
      at(5, 2.5, "door", "left"),
      at(16, 2.5, "door", "left", "end"),
      at(27, 2.5, "door", "left"),
      at(42, 3, "door", "left"),
      at(60, 3, "door", "left", "end"),
    ]),
    upright(feet(18), 0, feet(20), PART, [at(14, 2.5, "door", "right")]),
    upright(feet(36), 0, feet(20), PART, []),
    upright(feet(54), 0, feet(20), PART, [at(6, 2.5, "door", "left")]),
    upright(feet(11), feet(26), feet(44), PART, []),
    upright(feet(22), feet(26), feet(44), PART, []),
    upright(feet(33), feet(26), feet(44), PART, []),
    upright(feet(54), feet(26), feet(44), PART, [at(12, 3, "door", "right")]),
  ],
  rooms: [
    { name: "PHARMACY", at: [feet(9), feet(10)], area: "344 sq ft" },
    { name: "RECEPTION", at: [feet(27), feet(10)], area: "345 sq ft" },
    { name: "OFFICE", at: [feet(45), feet(10)], area: "345 sq ft" },
    { name: "STAFF", at: [feet(63), feet(10)], area: "344 sq ft" },
    { name: "CORRIDOR", at: [feet(28), feet(23.4)], area: "402 sq ft" },
    { name: "EXAM 1", at: [feet(5.5), feet(36)], area: "186 sq ft" },
    { name: "EXAM 2", at: [feet(16.5), feet(36)], area: "187 sq ft" },
    { name: "EXAM 3", at: [feet(27.5), feet(36)], area: "187 sq ft" },
    { name: "SURGERY", at: [feet(43.5), feet(36)], area: "362 sq ft" },
    { name: "KENNELS", at: [feet(63), feet(36)], area: "308 sq ft" },
  ],
  columns: [
    [feet(36), feet(22)],
    [feet(54), feet(22)],
    [feet(18), feet(22)],
  ],
  columnSize: feet(0.5),
  stairs: [],
  furniture: [
    [feet(20), feet(14), feet(9), feet(2)],
    [feet(1), feet(3), feet(2), feet(12)],
    [feet(38), feet(3), feet(5), feet(2.5)],
    [feet(45.5), feet(3), feet(5), feet(2.5)],
    [feet(3.5), feet(29), feet(4), feet(2)],
    [feet(14.5), feet(29), feet(4), feet(2)],
    [feet(25.5), feet(29), feet(4), feet(2)],
    [feet(41), feet(30), feet(5), feet(2)],
    ...[56, 59, 62, 65, 68].map((x): [number, number, number, number] => [feet(x), feet(40.5), feet(3), feet(3.25)]),
  ],
  fittings: [
    [feet(57), feet(1.2)],
    [feet(60), feet(1.2)],
  ],
  overhead: feet(1),
  level: "0'-0\"",
};
