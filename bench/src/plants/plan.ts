import { Chance } from "../recognition/chance";
import { Pen } from "../recognition/pen";
import type { Point, Scene } from "../recognition/scene";
import { drawPlannedRow, type PlannedRow, type RowFault } from "./dimension-rows";
import type { Fault } from "./faults";
import { officeOf, type Office } from "./office";

/** A sheet by an office's own standard, with one fault or none. */
export interface PlantedSheet {
  readonly scene: Scene;
  readonly office: Office;
  readonly fault: Fault | undefined;
  /** A place that the finding has to cover, millimetres on paper. */
  readonly at: Point | undefined;
}

const WIDTH = 841;
const HEIGHT = 594;

export function plantedSheet(seed: number, fault: Fault | undefined): PlantedSheet {
  const chance = new Chance(seed);
  const office = officeOf(chance, fault);
  const scene: Scene = {
    name: `plan-${seed}-${fault ?? "faultless"}`.replace(/\W+/g, "-"),
    widthMm: WIDTH,
    heightMm: HEIGHT,
    font: chance.one(["sans", "sans", "serif"] as const),
    marks: [],
    truth: { drawings: [] },
  };
  const pen = new Pen(scene);
  pen.torn = chance.one(["whole", "whole", "words", "letters"] as const);
  const plan = new Plan(pen, office, chance, fault);
  plan.all();
  return { scene, office, fault, at: plan.at };
}

const ROW_FAULTS: Partial<Record<Fault, RowFault["kind"]>> = {
  "dim/value-not-length": "value",
  "dim/odd-fraction": "module",
  "dim/format": "format",
  "dim/terminator": "terminator",
  "dim/terminator size": "size",
  "dim/extension gap": "gap",
  "dim/extension overshoot": "overshoot",
  "dim/crowded": "crowded",
  "dim/row-sum": "sum",
};

class Plan {
  at: Point | undefined;
  private readonly width: number;
  private readonly height: number;
  private readonly thick: number;
  private readonly split: number;
  private readonly top: readonly number[];
  private readonly left: readonly number[];
  private readonly grid: readonly number[];

  constructor(
    private readonly pen: Pen,
    private readonly office: Office,
    private readonly chance: Chance,
    private readonly fault: Fault | undefined,
  ) {
    const steps = (paper: number): number =>
      (Math.round((paper * office.scale) / office.module) * office.module) / office.scale;
    this.width = steps(chance.between(230, 330));
    this.height = steps(chance.between(150, 210));
    this.thick = steps(300 / office.scale);
    this.split = steps(this.width * chance.between(0.4, 0.6));
    const parts = (length: number, count: number): number[] =>
      Array.from({ length: count + 1 }, (_, i) =>
        i === 0 ? 0 : i === count ? length : steps((length * (i + chance.between(-0.2, 0.2))) / count),
      );
    this.top = parts(this.width, chance.whole(4, 7));
    this.left = parts(this.height, chance.whole(2, 4));
    if (fault === "dim/odd-fraction") this.top = this.top.map((each, i) => (i === 1 ? each + 13 / office.scale : each));
    this.grid = this.top.filter((_, i) => i === 0 || i === this.top.length - 1 || i === 1);
  }

  all(): void {
    frame(this.pen);
    const turn = this.chance.is(0.2) ? this.chance.one([8, 20, 35]) : 0;
    this.pen.turned(turn, [turn === 0 ? 130 : 250, turn === 0 ? 190 : 150]);
    this.walls();
    this.rows();
    this.rooms();
    this.gridLines();
    this.extras();
    this.pen.turned(0, [0, 0]);
    this.title();
  }

  private is(fault: Fault): boolean {
    return this.fault === fault;
  }

  private planted([x, y]: Point): void {
    this.at = this.pen.on([x, y]);
  }

  private walls(): void {
    const { pen, width: w, height: h, thick: t, split } = this;
    pen.width = 0.5;
    box(pen, 0, 0, w, h);
    const gap = this.is("hatch/open-boundary") ? 1.2 : 0;
    box(pen, t, t, split - t, h - 2 * t);
    box(pen, split + t, t, w - split - 2 * t, h - 2 * t);
    // Jambs and glass of windows in the upper wall.
    pen.width = 0.25;
    for (let i = 1; i + 1 < this.top.length; i++) pen.line([this.top[i] ?? 0, h], [this.top[i] ?? 0, h - t]);
    // A column, hatched, standing free in the left room.
    const [x, y, size] = [t + 14, h - t - 40, 16];
    pen.width = 0.5;
    if (gap > 0) {
      pen.polyline([
        [x + size / 2 + gap, y],
        [x + size, y],
        [x + size, y + size],
        [x, y + size],
        [x, y],
        [x + size / 2, y],
      ]);
      this.planted([x + size / 2 + gap / 2, y]);
    } else box(pen, x, y, size, size);
    pen.width = 0.13;
    const spacing = this.is("hatch/spacing") ? 2.4 : 1.2;
    stripes(pen, x, y, size, size, this.is("hatch/unknown") ? 20 : 45, spacing);
    if (this.is("hatch/spacing") || this.is("hatch/unknown")) this.planted([x + size / 2, y + size / 2]);
    this.tiles(split + t, t);
  }

  /** Tiles in the lower corner of the right room: whole ones from its lower-left corner on. */
  private tiles(x: number, y: number): void {
    const { pen, office } = this;
    const unit = office.isMetric ? 300 / office.scale : 203.2 / office.scale;
    const [across, up] = [10, 6];
    const start = this.is("hatch/part-unit") ? unit * 0.15 : 0;
    const [w, h] = [across * unit + (start && start - unit), up * unit];
    pen.width = 0.25;
    pen.line([x + w, y], [x + w, y + h]);
    pen.line([x, y + h], [x + w, y + h]);
    pen.width = 0.13;
    const first = start || unit;
    if (office.isMetric) {
      for (let at = first; at < w - 0.01; at += unit) pen.line([x + at, y], [x + at, y + h]);
      for (let at = unit; at < h - 0.01; at += unit) pen.line([x, y + at], [x + w, y + at]);
    } else
      for (let row = 0; row < up; row++) {
        if (row > 0) pen.line([x, y + row * unit], [x + w, y + row * unit]);
        const bond = row % 2 === 0 ? 2 * unit : unit;
        const from = start ? (row % 2 === 0 ? start : start + unit) : bond;
        for (let at = from; at < w - 0.01; at += 2 * unit)
          pen.line([x + at, y + row * unit], [x + at, y + (row + 1) * unit]);
      }
    if (start) this.planted([x + start / 2, y + h / 2]);
  }

  private rows(): void {
    const { office, width: w, height: h } = this;
    const { first, pitch } = office;
    const kind = this.fault === undefined ? undefined : ROW_FAULTS[this.fault];
    const at = this.fault === "dim/odd-fraction" ? 0 : Math.min(2, this.top.length - 2);
    const fault: RowFault | undefined = kind === undefined ? undefined : { kind, at };
    const along = (stops: readonly number[], outMm: number, own?: RowFault): PlannedRow => ({
      from: [0, h],
      along: [1, 0],
      away: [0, 1],
      outMm,
      stops,
      fault: own,
    });
    const out = [0, 1, 2].map((n) => first + n * pitch + (this.is("dim/row-spacing") && n > 0 ? 2.5 : 0));
    const [near = 0, next = 0, far = 0] = out;
    const order = this.is("dim/row-order") ? [this.grid, this.top, [0, w]] : [this.top, this.grid, [0, w]];
    const [a = [], b = [], c = []] = order;
    const place = drawPlannedRow(this.pen, office, along(a, near, fault));
    drawPlannedRow(this.pen, office, along(b, next));
    drawPlannedRow(this.pen, office, along(c, far));
    if (fault) this.planted(place);
    if (this.is("dim/row-order")) this.planted([w / 2, h + near]);
    if (this.is("dim/row-spacing")) this.planted([w / 2, h + next]);
    if (this.is("dim/row-repeated")) {
      drawPlannedRow(this.pen, office, along([0, w], far + pitch));
      this.planted([w / 2, h + far + pitch]);
    }
    const side = (stops: readonly number[], outMm: number): PlannedRow => ({
      from: [0, 0],
      along: [0, 1],
      away: [-1, 0],
      outMm,
      stops,
    });
    drawPlannedRow(this.pen, office, side(this.left, first));
    drawPlannedRow(this.pen, office, side([0, h], first + pitch));
    drawPlannedRow(this.pen, office, {
      from: [0, h * 0.42],
      along: [1, 0],
      away: [0, 1],
      outMm: 0,
      stops: [this.thick, this.split],
      isInside: true,
    });
  }

  private rooms(): void {
    const { pen, split, width: w, height: h } = this;
    const names = ["HALL", "OFFICE", "STORE", "MEETING", "WORKSHOP"];
    for (const x of [split * 0.62, (split + w) / 2]) {
      pen.text([x, h * 0.62], this.chance.one(names), 3.5);
      pen.text([x, h * 0.62 - 6], String(this.chance.whole(101, 140)), 2.5);
    }
  }

  private gridLines(): void {
    const { pen, office, height: h } = this;
    const top = h + office.first + 3 * office.pitch + (this.is("dim/row-repeated") ? office.pitch : 0) + 5;
    for (const [i, x] of this.grid.entries()) {
      pen.width = 0.18;
      pen.dash = [24, 3, 0.5, 3].map((each) => each * 0.18);
      pen.line([x, h + 2], [x, top]);
      pen.dash = [];
      pen.width = 0.25;
      pen.circle([x, top + 5], 5);
      pen.text([x, top + 3.75], String.fromCharCode(65 + i), 2.5);
    }
  }

  /** Things of all kinds, in places of their own in the right room. */
  private extras(): void {
    const { pen, split, width: w, height: h, thick: t } = this;
    const [x, y] = [(split + w) / 2 - 20, h * 0.8];
    // A leader and its note.
    const arrow: Point = [split * 0.2, t];
    const [nx, ny] = [split * 0.3, t + 22];
    pen.width = 0.18;
    pen.polyline([arrow, [nx - 6, ny + 1.2], [nx - 1, ny + 1.2]]);
    head(pen, arrow, [nx - 6, ny + 1.2]);
    pen.text([nx, ny], "LINING", 2.5, 0, "left");
    pen.width = 0.25;
    // Furniture.
    box(pen, w - t - 30, h - t - 22, 18, 9);
    this.faultyText(x, y);
    this.faultyLines(w - t - 44, h * 0.42);
  }

  private faultyText(x: number, y: number): void {
    const { pen } = this;
    const put = (text: string, height = 2.5, angle = 0): void => {
      pen.text([x, y], text, height, angle);
      this.planted([x, y + 1]);
    };
    if (this.is("text/height")) put("CEILING 2.70", 3);
    if (this.is("text/placeholder")) put("TBC");
    if (this.is("text/overlaps")) {
      put("BENCH");
      pen.text([x + 3, y + 0.8], "SHELF", 2.5);
    }
    if (this.is("text/overlaps lines")) {
      put("CUPBOARD");
      pen.width = 0.25;
      pen.line([x - 15, y + 1.2], [x + 15, y + 1.3]);
    }
    if (this.is("text/direction")) {
      pen.upsideDown([x, y], "SHELVES OVER", 2.5);
      this.planted([x, y - 1]);
    }
  }

  private faultyLines(x: number, y: number): void {
    const { pen } = this;
    const put = (width: number, dash: readonly number[] = []): void => {
      pen.width = width;
      pen.dash = dash;
      pen.line([x, y], [x + 24, y]);
      pen.dash = [];
      this.planted([x + 12, y]);
    };
    if (this.is("line/width-off-series")) put(0.42);
    if (this.is("line/hairline")) put(0.04);
    if (this.is("line/type-unknown")) put(0.25, [1.9, 0.4, 0.9, 1.7]);
    if (this.is("line/doubled")) {
      put(0.25);
      put(0.25);
    }
    if (this.is("line/too-close")) {
      put(0.25);
      pen.line([x, y + 0.35], [x + 24, y + 0.35]);
    }
    if (this.is("line/untrimmed")) {
      put(0.25);
      pen.line([x + 24 - 0.8, y], [x + 24 - 0.8, y + 18]);
      this.planted([x + 24, y]);
    }
    if (this.is("line/untrimmed short")) {
      put(0.25);
      pen.line([x + 24 + 0.7, y], [x + 24 + 0.7, y + 18]);
      this.planted([x + 24, y]);
    }
  }

  private title(): void {
    const { pen, office } = this;
    const [x, y] = [60, 60];
    pen.width = 0.35;
    pen.circle([x - 9, y + 2], 6);
    pen.text([x - 9, y + 0.25], "1", 3.5);
    pen.text([x, y + 3.5], "GROUND FLOOR PLAN", 5, 0, "left");
    pen.line([x - 3, y + 2], [x + 90, y + 2]);
    const other = office.isMetric
      ? office.scale === 50
        ? "1:100"
        : "1:50"
      : office.scale === 48
        ? `1/8" = 1'-0"`
        : `1/4" = 1'-0"`;
    const note = this.is("scale/note-not-drawn") ? other : office.note;
    if (!this.is("scale/missing")) pen.text([x, y - 2.5], `SCALE ${note}`, 2.5, 0, "left");
    if (this.is("scale/note-not-drawn") || this.is("scale/unlisted")) this.planted([x + 10, y - 1]);
    if (this.is("scale/missing")) this.at = undefined;
    this.bar([x, y - 22]);
    north(pen, [x + 130, y - 10]);
  }

  /** Blocks to scale, filled in turn, with figures over their ends. */
  private bar([x, y]: Point): void {
    const { pen, office } = this;
    const unit = (office.isMetric ? 1000 : 304.8) / office.scale;
    const long = this.is("scale/bar-not-true") ? 1.06 : 1;
    const marks = (office.isMetric ? [0, 1, 2, 5] : [0, 1, 2, 4, 8]).map((each) => [each, each * unit * long] as const);
    pen.width = 0.18;
    const end = marks.at(-1)?.[1] ?? 0;
    box(pen, x, y, end, 2);
    marks.forEach(([value, at], i) => {
      const next = marks[i + 1]?.[1];
      if (next !== undefined && i % 2 === 0)
        pen.area([
          [x + at, y],
          [x + next, y],
          [x + next, y + 2],
          [x + at, y + 2],
        ]);
      const last = i === marks.length - 1;
      pen.text(
        [x + at, y + 3.5],
        `${value}${last ? (office.isMetric ? " m" : "'") : ""}`,
        office.scale > 50 ? 1.8 : 2.5,
      );
    });
    if (this.is("scale/bar-not-true")) this.planted([x + end / 2, y + 3]);
  }
}

function frame(pen: Pen): void {
  pen.width = 0.7;
  box(pen, 20, 10, WIDTH - 30, HEIGHT - 20);
  pen.width = 0.25;
  const [left, low] = [WIDTH - 10 - 180, 10];
  pen.line([left, low], [left, low + 60]);
  pen.line([left, low + 60], [WIDTH - 10, low + 60]);
  const cells = [
    ["Project", "Ferry house"],
    ["Sheet", "A-101"],
    ["Date", "2026-03-12"],
    ["Drawn by", "K. Aldous"],
    ["Telephone", "0155 7209"],
  ];
  cells.forEach(([label = "", value = ""], i) => {
    const y = low + 12 * i;
    if (i > 0) pen.line([left, y], [WIDTH - 10, y]);
    pen.text([left + 2, y + 8.5], label, 1.8, 0, "left");
    pen.text([left + 2, y + 2.5], value, 3.5, 0, "left");
  });
}

function north(pen: Pen, [x, y]: Point): void {
  pen.width = 0.35;
  pen.circle([x, y], 8);
  pen.area([
    [x, y + 8],
    [x - 2.5, y - 6],
    [x, y - 4],
  ]);
  pen.text([x, y + 10], "N", 3.5);
}

function head(pen: Pen, [x, y]: Point, from: Point): void {
  const length = Math.hypot(from[0] - x, from[1] - y);
  const [ux, uy] = [(from[0] - x) / length, (from[1] - y) / length];
  const barb = (side: number): Point => [x + ux * 2.5 - uy * side * 0.45, y + uy * 2.5 + ux * side * 0.45];
  pen.area([[x, y], barb(1), barb(-1)]);
}

function box(pen: Pen, x: number, y: number, w: number, h: number): void {
  pen.polyline(
    [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ],
    true,
  );
}

/** Parallel lines in an upright box of the drawing, at an angle to the sheet. */
function stripes(pen: Pen, x: number, y: number, w: number, h: number, degrees: number, spacing: number): void {
  const [a, b] = [pen.on([0, 0]), pen.on([1, 0])];
  const turn = (degrees * Math.PI) / 180 - Math.atan2(b[1] - a[1], b[0] - a[0]);
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
  const reach = (w * Math.abs(uy) + h * Math.abs(ux)) / 2;
  for (let off = -reach + spacing / 3; off < reach; off += spacing) {
    const [px, py] = [x + w / 2 - uy * off, y + h / 2 + ux * off];
    const spans = [
      [(x - px) / ux, (x + w - px) / ux],
      [(y - py) / uy, (y + h - py) / uy],
    ].map(([from = 0, to = 0]) => (from < to ? [from, to] : [to, from]));
    const from = Math.max(...spans.map(([each = 0]) => each));
    const to = Math.min(...spans.map(([, each = 0]) => each));
    if (to - from > 0.2) pen.line([px + ux * from, py + uy * from], [px + ux * to, py + uy * to]);
  }
}
