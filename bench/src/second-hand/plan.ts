import { between, cornersOf, fieldOf, polar, turned, type Field, type Spot } from "./paper";
import { dimension, type Odd } from "./rows";
import { framed, legend, north, notes, plant, drawTitle, type Desk } from "./sheet";
import { aroundOf, edgesOf, linesWithin, type Side } from "./solids";

/** What a plan is to show. */
export interface PlanWish {
  readonly title: string;
  readonly scale: readonly [string, number];
  /** Sizes of its columns from the left and of its rows from below, building millimetres. */
  readonly columns: readonly number[];
  readonly rows: readonly number[];
  /** Cells (column, row) that aren't built. */
  readonly open: ReadonlySet<string>;
  readonly turn: number;
  readonly sort: "plan" | "ceiling" | "foundation";
  readonly withGrid: boolean;
  /** What is noted under its title; null where nothing is. */
  readonly note: string | null;
}

interface Opening {
  readonly field: Field;
  readonly use: "door" | "window";
  readonly isLevel: boolean;
  readonly isOuter: boolean;
}
interface Room {
  readonly field: Field;
  /** Less what stands in its corners, building square millimetres. */
  readonly lost: number;
}

/** The house in building millimetres. */
interface Shell {
  readonly xs: number[];
  readonly ys: number[];
  readonly rooms: Room[];
  readonly outer: Field[];
  readonly inner: Field[];
  readonly openings: Opening[];
}

const NAMES = ["OFFICE", "STORE", "KITCHEN", "MEETING ROOM", "ENTRANCE", "WORKSHOP", "ARCHIVE", "CANTEEN", "LOBBY"];

const FAULTS_OF_ROWS = new Set([
  "dim/value-not-length",
  "dim/row-sum",
  "dim/terminator",
  "dim/crowded",
  "dim/format",
  "dim/extension",
]);

export class Plan {
  private readonly shell: Shell;
  /** Faults are planted once on a sheet. */
  private planted = false;

  constructor(
    private readonly desk: Desk,
    private readonly wish: PlanWish,
    /** Of the building's lower left corner on the paper. */
    private readonly at: Spot,
  ) {
    this.shell = this.build();
    this.isDimensioned = wish.sort !== "ceiling" || desk.chance.is(0.6);
  }

  /** Some ceilings have no dimensions: the scale is what their title says. */
  readonly isDimensioned: boolean;

  private get ratio(): number {
    return this.wish.scale[1];
  }

  private get isHere(): boolean {
    return !this.planted && this.desk.sheet.planted.length === 0;
  }

  private wants(fault: string): boolean {
    return this.desk.fault === fault && this.isHere;
  }

  private on([x, y]: Spot): Spot {
    return turned([x / this.ratio, y / this.ratio], this.at, this.wish.turn);
  }

  private fieldOn(field: Field): Field {
    return fieldOf(cornersOf(field).map((spot) => this.on(spot)));
  }

  private line(a: Spot, b: Spot): void {
    this.desk.paper.line(this.on(a), this.on(b));
  }

  private plant(rule: string, places: readonly Field[], more = {}): void {
    this.planted = true;
    plant(this.desk, rule, places, more);
  }

  draw(): Field {
    const { desk, wish } = this;
    const field = desk.paper.during(() => {
      const { sort } = wish;
      if (wish.withGrid) this.grid();
      if (sort === "plan") this.layTiles();
      this.walls();
      if (sort === "plan") this.fitOut();
      if (sort === "ceiling") this.ceiling();
      if (sort === "foundation") this.footings();
      if (this.isDimensioned) this.outsideRows();
      this.inside();
      if (sort === "foundation") this.levels([-1200, -900, -600]);
      else if (sort === "plan" && desk.chance.is(0.7)) this.levels([0, 0]);
    });
    drawTitle(desk, [field[0], field[1] - 9], wish.title, { words: wish.scale[0], ratio: this.ratio }, wish.note);
    desk.sheet.drawings.push({ title: wish.title, field, ratio: this.ratio, dimensioned: this.isDimensioned });
    return field;
  }

  private build(): Shell {
    const { columns, rows, open } = this.wish;
    const [outerT, innerT] = this.desk.house.walls;
    const sums = (sizes: readonly number[]): number[] => sizes.reduce((all, size) => [...all, all.at(-1)! + size], [0]);
    const [xs, ys] = [sums(columns), sums(rows)];
    const has = (i: number, j: number): boolean =>
      i >= 0 && j >= 0 && i < columns.length && j < rows.length && !open.has(`${i},${j}`);
    const shell: Shell = { xs, ys, rooms: [], outer: [], inner: [], openings: [] };
    const thick =
      this.desk.fault === "build/wall-thickness" ? innerT + (this.desk.house.isMetric ? 100 : 4 * 25.4) : innerT;
    let isThick = this.desk.fault === "build/wall-thickness";
    for (let i = 0; i < columns.length; i++)
      for (let j = 0; j < rows.length; j++) {
        if (!has(i, j)) continue;
        const [l, b, r, t] = [xs[i]!, ys[j]!, xs[i + 1]!, ys[j + 1]!];
        const inside: [number, number, number, number] = [l + innerT, b + innerT, r, t];
        if (!has(i - 1, j)) [inside[0]] = [l + outerT, shell.outer.push([l, b, l + outerT, t])];
        else if (isThick && this.wish.sort === "plan" && j === 0) {
          inside[0] = l + thick;
          isThick = false;
          shell.inner.push([l, b, l + thick, t]);
          this.thick = [l, b + outerT, l + thick, t];
        } else shell.inner.push([l, b, l + innerT, t]);
        if (!has(i, j - 1)) [inside[1]] = [b + outerT, shell.outer.push([l, b, r, b + outerT])];
        else shell.inner.push([l, b, r, b + innerT]);
        if (!has(i + 1, j)) [inside[2]] = [r - outerT, shell.outer.push([r - outerT, b, r, t])];
        if (!has(i, j + 1)) [inside[3]] = [t - outerT, shell.outer.push([l, t - outerT, r, t])];
        let lost = 0;
        // Where the outside turns inwards, the corner stands in the room.
        for (const [di, dj] of [
          [1, 1],
          [1, -1],
          [-1, 1],
          [-1, -1],
        ] as const) {
          if (!has(i + di, j) || !has(i, j + dj) || has(i + di, j + dj)) continue;
          const [cx, cy] = [di > 0 ? r - outerT : l, dj > 0 ? t - outerT : b];
          shell.outer.push([cx, cy, cx + outerT, cy + outerT]);
          const [w, h] = [
            Math.min(inside[2], cx + outerT) - Math.max(inside[0], cx),
            Math.min(inside[3], cy + outerT) - Math.max(inside[1], cy),
          ];
          lost += Math.max(0, w) * Math.max(0, h);
        }
        shell.rooms.push({ field: inside, lost });
        this.open(shell, i, j, has);
      }
    return shell;
  }

  private thick: Field | undefined;

  /** Openings in the walls of a cell. */
  private open(shell: Shell, i: number, j: number, has: (i: number, j: number) => boolean): void {
    const { chance, house } = this.desk;
    const [outerT, innerT] = house.walls;
    const [l, b, r, t] = [shell.xs[i]!, shell.ys[j]!, shell.xs[i + 1]!, shell.ys[j + 1]!];
    const add = (
      isLevel: boolean,
      wall: number,
      thickness: number,
      from: number,
      to: number,
      isOuter: boolean,
      use: Opening["use"],
    ): void => {
      const sizes = use === "door" ? house.doors : house.windows;
      const room = to - from;
      const fits = sizes.filter((size) => size < room * 0.5 && size / this.ratio > this.leastPiece(size));
      if (fits.length === 0 || (room * 0.2) / this.ratio < this.leastPiece(room * 0.2)) return;
      let width = chance.one(fits);
      const isOdd = this.desk.fault === "build/opening-width" && isOuter && use === "window" && !this.oddOpening;
      if (isOdd) width += house.isMetric ? 150 : 6 * 25.4;
      const start = from + Math.round(((room - width) * chance.between(0.4, 0.6)) / house.module) * house.module;
      const field: Field = isLevel
        ? [start, wall, start + width, wall + thickness]
        : [wall, start, wall + thickness, start + width];
      if (isOdd) this.oddOpening = field;
      shell.openings.push({ field, use, isLevel, isOuter });
    };
    if (this.wish.sort === "foundation") return;
    if (!has(i, j + 1))
      add(true, t - outerT, outerT, l + (i === 0 ? outerT : 0), r - (has(i + 1, j) ? 0 : outerT), true, "window");
    if (!has(i - 1, j))
      add(false, l, outerT, b + (has(i, j - 1) ? 0 : outerT), t - (has(i, j + 1) ? 0 : outerT), true, "window");
    if (!has(i + 1, j) && chance.is(0.7)) add(false, r - outerT, outerT, b + outerT, t - outerT, true, "window");
    if (!has(i, j - 1) && chance.is(0.8))
      add(true, b, outerT, l + outerT, r - outerT, true, chance.is(0.4) ? "door" : "window");
    if (has(i - 1, j) && !(this.thick && this.thick[0] === l))
      add(false, l, innerT, b + outerT, t - outerT, false, "door");
    else if (has(i, j - 1)) add(true, b, innerT, l + outerT, r - outerT, false, "door");
  }

  /** A shorter piece has no room for its figure, paper millimetres. */
  private leastPiece(mm: number): number {
    const { house, paper } = this.desk;
    const ends = house.ends.endsWith("arrow") ? 2 * house.endMm + 1 : 3;
    return paper.widthOf(house.write(mm), house.figureMm) + (house.place === "in-line" ? ends + 2.4 : 1.5);
  }

  private oddOpening: Field | undefined;
  /** Where nothing more may stand, millimetres on the sheet. */
  private readonly taken: Field[] = [];

  private isFree([l, b, r, t]: Field): boolean {
    return this.taken.every((f) => l > f[2] + 1 || r < f[0] - 1 || b > f[3] + 1 || t < f[1] - 1);
  }

  /** A free place of a size in a room, paper millimetres; tried from the middle outwards. */
  private placeIn(room: Field, width: number, height: number): Spot | undefined {
    const [l, b, r, t] = this.fieldOn(room);
    const shares = [0.5, 0.4, 0.6, 0.3, 0.7, 0.2, 0.8];
    for (const fy of shares)
      for (const fx of shares) {
        const [x, y] = [l + (r - l) * fx, b + (t - b) * fy];
        const field: Field = [x - width / 2, y - height / 2, x + width / 2, y + height / 2];
        if (field[0] < l + 1 || field[2] > r - 1 || field[1] < b + 1 || field[3] > t - 1 || !this.isFree(field))
          continue;
        this.taken.push(field);
        return [x, y];
      }
    return undefined;
  }

  private edges(): Side[] {
    const { outer, inner, openings } = this.shell;
    return edgesOf(
      [...outer, ...inner],
      openings.map(({ field }) => field),
    );
  }

  private walls(): void {
    const { desk, wish } = this;
    const { paper, chance } = desk;
    const edges = this.edges();
    const look = wish.sort === "plan" ? chance.one(["bare", "hatched", "black", "bare"] as const) : "bare";
    if (look === "hatched") {
      paper.take("A-WALL-PATT", 0.13);
      const on = edges.map(([a, b]): Side => [this.on(a), this.on(b)]);
      for (const [a, b] of linesWithin(on, 45, 1.2)) paper.line(a, b);
    }
    if (look === "black")
      for (const field of solidPieces(this.shell)) {
        paper.layer = "A-WALL";
        paper.patch(
          cornersOf(field).map((spot) => this.on(spot)),
          0,
        );
      }
    paper.take("A-WALL", wish.sort === "ceiling" ? 0.25 : 0.5);
    if (wish.sort === "foundation") paper.take("A-WALL", 0.5);
    for (const [a, b] of edges) this.line(a, b);
    const longest = [...edges].sort((p, q) => lengthOf(q) - lengthOf(p))[2]!;
    this.faultyLine(longest);
    if (this.thick && this.isHere)
      this.plant("build/wall-thickness", [this.fieldOn(this.thick)], { also: ["dim/odd-fraction"] });
    if (this.oddOpening && this.isHere) this.plant("build/opening-width", [this.fieldOn(this.oddOpening)]);
    this.leaves();
  }

  /** Faults of single lines: another pen, no width, twice, beside itself, past its corner. */
  private faultyLine([a, b]: Side): void {
    const { paper, fault } = this.desk;
    const at = fieldOf([this.on(a), this.on(b)]);
    const again = (pen: number, shade = 0, dash: number[] = []): void => {
      [paper.pen, paper.shade, paper.dash] = [pen, shade, dash];
      this.line(a, b);
      [paper.shade, paper.dash] = [0, []];
    };
    if (!this.isHere || fault?.startsWith("line/") !== true) return;
    const middle = between(a, b, 0.5);
    const inward = between(a, b, 0.35);
    if (fault === "line/doubled") again(paper.pen);
    else if (fault === "line/too-close") {
      const [dx, dy] = a[0] === b[0] ? [0.6 * this.ratio, 0] : [0, 0.6 * this.ratio];
      const side: Side = [
        [inward[0] + dx, inward[1] + dy],
        [middle[0] + dx, middle[1] + dy],
      ];
      paper.take("A-WALL", 0.5);
      this.line(...side);
      return this.plant(fault, [fieldOf(side.map((spot) => this.on(spot)))], {
        also: ["line/untrimmed", "build/wall-thickness", "line/width-not-pen"],
      });
    } else {
      // A bench along the wall, so that no wall is two things.
      const [dx, dy] = a[0] === b[0] ? [4 * this.ratio, 0] : [0, 4 * this.ratio];
      const side: Side = [
        [inward[0] + dx, inward[1] + dy],
        [middle[0] + dx, middle[1] + dy],
      ];
      const on = side.map((spot) => this.on(spot)) as [Spot, Spot];
      const pens: Record<string, [number, number, number[]]> = {
        "line/width-off-series": [0.42, 0, []],
        "line/width-not-pen": [0.35, 0, []],
        "line/hairline": [0.02, 0, []],
        "line/shade-not-pen": [0.18, 0.5, []],
        "line/type-not-layers": [0.18, 0, [12 * 0.18, 3 * 0.18]],
      };
      const [pen, shade, dash] = pens[fault] ?? [0.18, 0, []];
      [paper.layer, paper.pen, paper.shade, paper.dash] = ["A-FLOR-FIXT", pen === 0.18 ? 0.25 : pen, shade, dash];
      paper.path(on, false);
      [paper.shade, paper.dash] = [0, []];
      return this.plant(fault, [fieldOf(on)], {
        also: ["line/width-off-series", "line/width-not-pen", "line/too-close"],
      });
    }
    this.plant(fault, [at]);
  }

  /** Leaves and swings of doors, sills and panes of windows. */
  private leaves(): void {
    const { paper, chance } = this.desk;
    const fine = this.wish.sort === "ceiling";
    const reaches: Field[] = [];
    for (const { field, use, isLevel, isOuter } of this.shell.openings) {
      const [l, b, r, t] = field;
      if (use === "window") {
        paper.take("A-GLAZ", 0.25);
        const middle = isLevel ? (b + t) / 2 : (l + r) / 2;
        if (isLevel) this.line([l, middle], [r, middle]);
        else this.line([middle, b], [middle, t]);
        paper.take("A-GLAZ-SILL", 0.18);
        for (const y of [0, 1]) {
          if (isLevel) this.line([l, y ? t : b], [r, y ? t : b]);
          else this.line([y ? r : l, b], [y ? r : l, t]);
        }
      } else if (!fine) {
        const width = isLevel ? r - l : t - b;
        const up = isOuter ? 1 : chance.one([1, -1]);
        const hinge: Spot = isLevel ? [l, up > 0 ? t : b] : [up > 0 ? r : l, b];
        const tip: Spot = isLevel ? [l, hinge[1] + up * width] : [hinge[0] + up * width, b];
        paper.take("A-DOOR", 0.35);
        this.line(hinge, tip);
        paper.take("A-DOOR-SWNG", 0.18);
        const from = (isLevel ? (up > 0 ? 0 : 270) : up > 0 ? 0 : 90) + this.wish.turn;
        paper.bow(this.on(hinge), width / this.ratio, from, from + 90);
        const reach: Field = isLevel
          ? [l, Math.min(hinge[1], hinge[1] + up * width), r, Math.max(hinge[1], hinge[1] + up * width)]
          : [Math.min(hinge[0], hinge[0] + up * width), b, Math.max(hinge[0], hinge[0] + up * width), t];
        this.taken.push(this.fieldOn(reach));
        reaches.push(reach);
      }
    }
    // Every door swings free of every number.
    let label = 1;
    for (const reach of reaches) {
      const room = this.shell.rooms.find((each) => isWithin(middleOf(reach), each.field));
      const spot = room && this.placeIn(room.field, 11, 11);
      if (spot) this.tag(spot, `D${100 + label++}`);
    }
  }

  /** A door's number in a ring. */
  private tag(spot: Spot, words: string): void {
    const { paper } = this.desk;
    const bad = this.wants("code/malformed");
    const shown = bad ? words.replace("D1", "D-1") : words;
    paper.take("A-ANNO-SYMB", 0.35);
    const radius = Math.max(4.6, paper.widthOf(shown, 1.8) / 2 + 1.2);
    paper.patch(
      Array.from({ length: 24 }, (_, k) => polar(spot, radius, k * 15)),
      1,
    );
    paper.ring(spot, radius);
    const placed = paper.words([spot[0], spot[1] - 0.9], shown, 1.8, 0, "middle");
    if (bad) this.plant("code/malformed", [placed]);
  }

  private tiled: Room | undefined;

  private layTiles(): void {
    const { chance, fault } = this.desk;
    if (fault?.startsWith("hatch/") !== true && !chance.is(0.5)) return;
    this.tiled = this.shell.rooms.find(
      ({ field: [l, b, r, t], lost }) => lost === 0 && (r - l) / this.ratio > 34 && (t - b) / this.ratio > 30,
    );
    if (!this.tiled) return;
    this.tiles(this.tiled.field);
    this.taken.push(this.fieldOn(this.tiled.field));
  }

  private fitOut(): void {
    const { desk } = this;
    const { paper, house, chance } = desk;
    const codes = new Set<string>();
    const finishes = house.standard.codes.filter(({ group }) => group === "finishes").map(({ code }) => code);
    this.shell.rooms.forEach((room, index) => {
      const [l, b, r, t] = room.field;
      const [w, h] = [(r - l) / this.ratio, (t - b) / this.ratio];
      if (w < 30 || h < 30) return;
      const isTiled = room === this.tiled;
      if (!isTiled) this.nameOf(room, index === 1);
      if (!isTiled && chance.is(0.5)) {
        const isUndefined = this.wants("code/undefined");
        const code = isUndefined ? "ZN" : chance.one(finishes);
        const spot = this.placeIn(room.field, paper.widthOf(code, 2.5) + 5, 7.5);
        if (!spot) return;
        const at = framed(desk, spot, code);
        if (isUndefined) this.plant("code/undefined", [at]);
        else codes.add(code);
      }
      if (!isTiled) this.furnish(room.field);
    });
    this.codes = codes;
  }

  codes: ReadonlySet<string> = new Set();

  /** Its name and beneath it its area. */
  private nameOf({ field, lost }: Room, isSecond: boolean): void {
    const { paper, house, chance } = this.desk;
    const [l, b, r, t] = field;
    const isNameless = isSecond && this.wants("text/placeholder");
    const words = isNameless ? "XXX" : chance.one(NAMES);
    const wrong = this.wants("build/room-area");
    const area = house.writeArea((((r - l) * (t - b) - lost) / 1e6) * (wrong ? 1.2 : 1));
    const spot = this.placeIn(field, Math.max(paper.widthOf(words, 2.5), paper.widthOf(area, 1.8)) + 2, 9);
    if (!spot) return;
    paper.take("A-ANNO-TEXT", 0.25);
    const named = paper.words([spot[0], spot[1] + 1], words, 2.5, 0, "middle");
    const sized = paper.words([spot[0], spot[1] - 3], area, 1.8, 0, "middle");
    if (isNameless) this.plant("text/placeholder", [named]);
    if (wrong) this.plant("build/room-area", [this.fieldOn(field), sized]);
  }

  private tiles(field: Field): void {
    const { paper, fault } = this.desk;
    const bad = this.isHere && fault?.startsWith("hatch/") ? fault : undefined;
    const sliver = bad === "hatch/part-unit" ? 300 * 0.3 : 0;
    const step = bad === "hatch/spacing" ? 450 : 300;
    const turn = bad === "hatch/unknown" ? 20 : 0;
    paper.take(bad === "hatch/off-layer" ? "A-FLOR-FIXT" : "A-FLOR-PATT", 0.13);
    if (bad === "hatch/off-layer") paper.pen = 0.25;
    const edges = aroundOf(field);
    const start: Spot = [field[0] + sliver, field[1] + (bad === "hatch/part-unit" ? 0 : 0)];
    const lines = [...linesWithin(edges, turn, step, start), ...linesWithin(edges, 90 + turn, step, start)];
    for (const [a, b] of lines) if (!isOnEdge(a, b, field, this.ratio)) this.line(a, b);
    if (bad && bad !== "hatch/open-boundary")
      this.plant(bad, [this.fieldOn(field)], { also: ["hatch/spacing", "layer/wrong-content"] });
  }

  private furnish([l, b, r, t]: Field): void {
    const { paper, house, chance } = this.desk;
    paper.take("A-FURN", 0.18);
    const deep = house.isMetric ? 600 : 24 * 25.4;
    const box = (f: Field): void => {
      const place = this.fieldOn(f);
      if (!this.isFree(place)) return;
      this.taken.push(place);
      paper.polygon(cornersOf(f).map((spot) => this.on(spot)));
    };
    if (t - b > 6 * deep && r - l > 5 * deep) {
      box([l + deep * 0.2, t - deep * 2.2, l + deep * 2.6, t - deep]);
      for (const x of [0.5, 1.5]) box([l + deep * (0.2 + x), t - deep * 2.9, l + deep * (0.9 + x), t - deep * 2.3]);
    }
    if (chance.is(0.5)) box([r - deep, t - deep * 3, r, t - deep * 1.2]);
  }

  private ceiling(): void {
    const { paper, house, chance, fault } = this.desk;
    const codes = new Set<string>();
    for (const { field, lost } of this.shell.rooms) {
      const [l, b, r, t] = field;
      if ((r - l) / this.ratio < 30 || lost > 0) continue;
      const wrong = this.isHere && (fault === "hatch/spacing" || fault === "hatch/unknown") ? fault : undefined;
      const step = (house.isMetric ? 600 : 24 * 25.4) * (wrong === "hatch/spacing" ? 0.7 : 1);
      const turn = wrong === "hatch/unknown" ? 25 : 0;
      const start: Spot = [l + ((r - l) % step) / 2, b + ((t - b) % step) / 2];
      paper.take("A-CLNG-PATT", 0.13);
      for (const degrees of [0, 90])
        for (const [p, q] of linesWithin(aroundOf(field), degrees + turn, step, start))
          if (!isOnEdge(p, q, field, this.ratio)) this.line(p, q);
      if (wrong) this.plant(wrong, [this.fieldOn(field)]);
      paper.take("E-LITE", 0.35);
      for (let k = 0; k < 3; k++) {
        const [x, y] = [start[0] + step * (1 + 2 * k), start[1] + step];
        if (x + step > r - 2 * this.ratio || y + step > t - 2 * this.ratio) break;
        paper.polygon(cornersOf([x, y, x + step, y + step]).map((spot) => this.on(spot)));
        this.line([x, y], [x + step, y + step]);
        this.line([x, y + step], [x + step, y]);
      }
      this.taken.push(this.fieldOn([start[0] + step, start[1] + step, start[0] + 6 * step, start[1] + 2 * step]));
      const code = chance.one(house.standard.codes.filter(({ group }) => group === "finishes")).code;
      const spot = this.placeIn(field, 12, 8);
      if (!spot) continue;
      if (this.wants("code/undefined")) this.plant("code/undefined", [framed(this.desk, spot, "ZN")]);
      else {
        framed(this.desk, spot, code);
        codes.add(code);
      }
    }
    this.codes = codes;
  }

  /** Footings dashed on both sides of the walls. */
  private footings(): void {
    const { paper, house } = this.desk;
    const more = house.isMetric ? 200 : 8 * 25.4;
    const wider = (f: Field): Field => [f[0] - more, f[1] - more, f[2] + more, f[3] + more];
    paper.take("S-FNDN", 0.35, [12, 3]);
    for (const [a, b] of edgesOf([...this.shell.outer, ...this.shell.inner].map(wider), [])) this.line(a, b);
  }

  private grid(): void {
    const { paper, house } = this.desk;
    const { xs, ys } = this.shell;
    const out = (house.first + house.pitch * (house.repeats ? 3 : 2) + 8) * this.ratio;
    const [w, h] = [xs.at(-1)!, ys.at(-1)!];
    const bubble = (spot: Spot, words: string): void => {
      paper.take("A-GRID-IDEN", 0.25).ring(spot, 4.5);
      paper.words([spot[0], spot[1] - 1.75], words, 3.5, 0, "middle");
    };
    xs.forEach((x, i) => {
      paper.take("A-GRID", 0.18, [24, 3, 0.5, 3]);
      paper.path([this.on([x, -6 * this.ratio]), this.on([x, h + out])], false);
      bubble(this.on([x, h + out + 4.5 * this.ratio]), String(i + 1));
    });
    ys.forEach((y, i) => {
      paper.take("A-GRID", 0.18, [24, 3, 0.5, 3]);
      paper.path([this.on([w + 6 * this.ratio, y]), this.on([-out, y])], false);
      bubble(this.on([-out - 4.5 * this.ratio, y]), "ABCDEFGH"[i]!);
    });
  }

  /** Rows above and to the left of the building. */
  private outsideRows(): void {
    const { xs, ys, openings } = this.shell;
    const [w, h] = [xs.at(-1)!, ys.at(-1)!];
    const north = openings
      .filter(({ field, isLevel, isOuter }) => isOuter && isLevel && field[3] === h)
      .flatMap(({ field }) => [field[0], field[2]]);
    const west = openings
      .filter(({ field, isLevel, isOuter }) => isOuter && !isLevel && field[0] === 0)
      .flatMap(({ field }) => [field[1], field[3]]);
    this.rowsOf("north", [0, ...north.sort((a, b) => a - b), w], xs);
    this.rowsOf("west", [0, ...west.sort((a, b) => a - b), h], ys);
  }

  private rowsOf(side: "north" | "west", cuts: readonly number[], lines: readonly number[]): void {
    const { house, fault } = this.desk;
    const [from, to] = [cuts[0]!, cuts.at(-1)!];
    const all: Record<string, readonly number[] | undefined> = {
      overall: [from, to],
      grid: this.wish.withGrid && lines.length > 2 ? lines : undefined,
      masses:
        house.repeats || (fault === "dim/row-repeated" && side === "north" && this.isHere) ? [from, to] : undefined,
      openings: cuts.length > 2 ? cuts : undefined,
    };
    const order = house.rows.filter((row) => all[row] !== undefined);
    if (side === "north" && this.wants("dim/row-order") && order.length > 1) {
      [order[0], order[1]] = [order[1]!, order[0]!];
      if (!house.repeats || order[0] !== "masses" || order[1] !== "overall")
        this.rowToPlant = ["dim/row-order", order[0]!];
    }
    if (fault === "dim/row-repeated" && all["masses"] && !house.repeats)
      this.rowToPlant = ["dim/row-repeated", "masses"];
    const moved = side === "west" && this.wants("dim/row-spacing") ? 2.5 : 0;
    const fieldsOf = new Map<string, Field>();
    // The outermost first: figures of the inner rows blank out what runs through them.
    order.forEach((row, i) => {
      const k = order.length - 1 - i;
      const away = house.first + k * house.pitch + (k === 0 ? moved : 0);
      const fields = this.row(side, all[row]!, away, row, k === 0);
      fieldsOf.set(row, aroundAll(fields));
      if (this.rowToPlant?.[1] === row && this.isHere)
        this.plant(this.rowToPlant[0], [fieldsOf.get("overall") ?? aroundAll(fields), aroundAll(fields)], {
          also: ["dim/row-spacing", "dim/row-order", "dim/row-repeated"],
        });
      if (moved > 0 && k === 0) this.plant("dim/row-spacing", [aroundAll(fields)]);
    });
  }

  private rowToPlant: readonly [string, string] | undefined;

  private row(
    side: "north" | "west",
    cuts: readonly number[],
    awayMm: number,
    row: string,
    isNearest: boolean,
  ): Field[] {
    const { chance, fault } = this.desk;
    const h = this.shell.ys.at(-1)!;
    const away: Spot = turned(side === "north" ? [0, 1] : [-1, 0], [0, 0], this.wish.turn);
    const off = awayMm * this.ratio;
    const spot = (at: number): Spot => this.on(side === "north" ? [at, h + off] : [-off, at]);
    const isFaulty =
      fault !== undefined &&
      FAULTS_OF_ROWS.has(fault) &&
      this.isHere &&
      side === "north" &&
      (row === "openings" || (fault !== "dim/row-sum" && isNearest));
    const bad = isFaulty ? chance.whole(0, cuts.length - 2) : -1;
    const fields: Field[] = [];
    for (let i = 0; i + 1 < cuts.length; i++) {
      const mm = cuts[i + 1]! - cuts[i]!;
      const odd = i === bad ? this.odd(mm) : {};
      const field = dimension(this.desk, spot(cuts[i]!), spot(cuts[i + 1]!), away, mm, [awayMm, awayMm], odd);
      fields.push(field);
      if (i === bad)
        this.plant(fault!, [field], {
          also: ["dim/row-sum", "dim/odd-fraction", "dim/crowded", "dim/format", "text/overlaps"],
        });
    }
    return fields;
  }

  private odd(mm: number): Odd {
    const { house, fault } = this.desk;
    const steps = house.isMetric ? 400 : 304.8;
    switch (fault) {
      case "dim/value-not-length":
        return { words: house.write(mm + steps) };
      case "dim/row-sum":
        return house.isMetric
          ? { words: house.write(mm + 10) }
          : { words: house.write(mm).replace(/"$|'$/, (end) => (end === '"' ? ' 1/2"' : `'-0 1/2"`)) };
      case "dim/terminator":
        return { ends: house.ends === "oblique-tick" ? "filled-arrow" : "oblique-tick" };
      case "dim/extension":
        // Longer, not shorter: the next dimension's stands in the same place, and would cover a shorter one.
        return house.fixed === undefined ? { gap: house.gap * 0.3 } : { fixed: house.fixed + 3 };
      case "dim/format":
        return {
          words: house.isMetric
            ? house.write(1000).includes(".")
              ? String(Math.round(mm))
              : (mm / 1000).toFixed(2)
            : `${Math.round(mm / 25.4)}"`,
        };
      case "dim/crowded":
        return { moved: house.place === "above-line" ? -(house.figureMm + 1.6) : 3.6 };
      default:
        return {};
    }
  }

  /** Clear sizes of rooms, from face to face. */
  private inside(): void {
    if (this.wish.sort === "foundation") return;
    for (const [index, { field }] of this.shell.rooms.entries()) {
      const [l, b, r, t] = field;
      if ((r - l) / this.ratio < 32 || (t - b) / this.ratio < 34 || index % 2 === 1) continue;
      if (this.wish.sort === "ceiling") continue;
      const y = [0.2, 0.15, 0.3, 0.75, 0.85]
        .map((share) => b + (t - b) * share)
        .find((each) => this.isFree(this.fieldOn([l, each, r, each + 4 * this.ratio])));
      if (y === undefined) continue;
      this.taken.push(this.fieldOn([l, y - 2 * this.ratio, r, y + 4 * this.ratio]));
      const flat = turned([0, 1], [0, 0], this.wish.turn);
      dimension(this.desk, this.on([l, y]), this.on([r, y]), flat, r - l, undefined);
    }
  }

  /** Levels: a triangle on its tip under its figure. */
  private levels(heights: readonly number[]): void {
    const { paper, house } = this.desk;
    this.shell.rooms.slice(0, heights.length).forEach(({ field: [l, b, r, t] }, i) => {
      if ((r - l) / this.ratio < 30) return;
      const spot = this.placeIn([l, b, r, t], 14, 10);
      if (!spot) return;
      const tip: Spot = [spot[0], spot[1] - 4];
      paper.take("A-ANNO-SYMB", 0.35);
      paper.path([tip, [tip[0] - 2, tip[1] + 3], [tip[0] + 2, tip[1] + 3]], true);
      const words = house.writeLevel(heights[i]! * (house.isMetric ? 1 : 1.016));
      paper.words([tip[0], tip[1] + 4], words, 2.5, 0, "middle");
    });
  }
}

const lengthOf = ([a, b]: Side): number => Math.hypot(b[0] - a[0], b[1] - a[1]);
/** Whether a line runs along an edge, or so near to it that the two would print as one. */
const isOnEdge = (a: Spot, b: Spot, [l, bottom, r, t]: Field, ratio: number): boolean =>
  (Math.abs(a[0] - b[0]) < 1 && Math.min(Math.abs(a[0] - l), Math.abs(a[0] - r)) < 1.2 * ratio) ||
  (Math.abs(a[1] - b[1]) < 1 && Math.min(Math.abs(a[1] - bottom), Math.abs(a[1] - t)) < 1.2 * ratio);
const middleOf = ([l, b, r, t]: Field): Spot => [(l + r) / 2, (b + t) / 2];
const isWithin = ([x, y]: Spot, [l, b, r, t]: Field): boolean => x > l && x < r && y > b && y < t;
const aroundAll = (fields: readonly Field[]): Field => fieldOf(fields.flatMap((f) => cornersOf(f)));

/** Wall pieces between openings as rectangles. */
function solidPieces({ outer, inner, openings }: Shell): Field[] {
  const cut = (wall: Field): Field[] => {
    const isLevel = wall[2] - wall[0] > wall[3] - wall[1];
    const own = openings
      .map(({ field }) => field)
      .filter((o) => o[0] < wall[2] && o[2] > wall[0] && o[1] < wall[3] && o[3] > wall[1]);
    let pieces: Field[] = [wall];
    for (const o of own)
      pieces = pieces
        .flatMap((p): Field[] =>
          isLevel
            ? [
                [p[0], p[1], Math.min(p[2], o[0]), p[3]],
                [Math.max(p[0], o[2]), p[1], p[2], p[3]],
              ]
            : [
                [p[0], p[1], p[2], Math.min(p[3], o[1])],
                [p[0], Math.max(p[1], o[3]), p[2], p[3]],
              ],
        )
        .filter(([l, b, r, t]) => r - l > 1 && t - b > 1);
    return pieces;
  };
  return [...outer, ...inner].flatMap(cut);
}

/** A sheet with one plan or two beside each other, notes and a legend. */
export function planSheet(desk: Desk, sort: PlanWish["sort"]): void {
  const { chance, house, room, fault } = desk;
  const scale = chance.one(house.scales.plan);
  const [roomW, roomH] = [room[2] - room[0], room[3] - room[1]];
  const margin = house.first + house.pitch * 3 + 20;
  const module = house.isMetric ? 50 : 12 * 25.4;
  const step = (mm: number): number => Math.round(mm / module) * module;
  const column = (): number => step(chance.between(40, 70) * scale[1]);
  const aside = 110;
  const columns: number[] = [];
  const most = (roomW - aside - margin - 20) * scale[1];
  const wanted = chance.whole(2, 4);
  while (columns.length < wanted) {
    const next = column();
    if ([...columns, next].reduce((a, b) => a + b, 0) > most) break;
    columns.push(next);
  }
  if (columns.length === 0) columns.push(step(most * 0.9));
  const rows: number[] = [];
  const highest = (roomH - margin - 24) * scale[1];
  while (rows.length < 2) {
    const next = step(chance.between(40, 60) * scale[1]);
    if ([...rows, next].reduce((a, b) => a + b, 0) > highest) break;
    rows.push(next);
  }
  if (rows.length === 0) rows.push(step(highest * 0.9));
  const open = new Set<string>();
  if (rows.length > 1 && columns.length > 1 && chance.is(0.5)) {
    open.add(`${columns.length - 1},0`);
    if (columns.length > 3 && chance.is(0.4)) {
      open.clear();
      open.add("1,0");
    }
  }
  const unlisted: readonly [string, number] = house.isMetric ? ["1:75", 75] : [`3/16" = 1'-0"`, 64];
  const drawn = fault === "scale/unlisted" ? unlisted : scale;
  const other = house.scales.plan.find((each) => each !== scale)!;
  const noted = fault === "scale/note-not-drawn" ? other[0] : fault === "scale/missing" ? null : drawn[0];
  const title = { plan: "Ground floor plan", ceiling: "Ceiling plan", foundation: "Foundations" }[sort];
  const plan = new Plan(
    desk,
    {
      title,
      scale: drawn,
      columns,
      rows,
      open,
      turn: 0,
      sort,
      withGrid: chance.is(0.7),
      note: noted,
    },
    [room[0] + margin + 2, room[3] - margin - rows.reduce((a, b) => a + b, 0) / drawn[1]],
  );
  const before = desk.sheet.planted.length;
  const field = plan.draw();
  if (
    desk.sheet.planted.length === before &&
    plan.isDimensioned &&
    (fault === "scale/unlisted" || fault === "scale/note-not-drawn" || fault === "scale/missing")
  )
    plant(desk, fault, [[field[0], field[1] - 18, field[2], field[3]]], {
      also: ["scale/note-not-drawn", "scale/unlisted"],
    });
  const x = room[2] - Math.max(62, desk.paper.widthOf("1. Read with the drawings of the engineers.", 2.5) + 2);
  if (plan.codes.size > 0 || fault === "code/unused") legend(desk, [x, room[3] - 40], [...plan.codes]);
  if (chance.is(0.8) || ["text/placeholder", "text/direction", "text/height"].includes(fault ?? ""))
    notes(desk, [x, room[3] - 110 > room[1] + 40 ? room[3] - 90 : room[3] - 80]);
  north(desk, [room[2] - 10, room[3] - 12]);
}
