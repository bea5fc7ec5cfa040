import type { Chance } from "../recognition/chance";
import { BLOCK_WIDTH, CELL_HEIGHT, CELL_ROWS, type House } from "./houses";
import { Paper, cornersOf, fieldOf, joined, type Field, type Habits, type Spot } from "./paper";

/** A fault that somebody put on a sheet. */
export interface Planted {
  readonly rule: string;
  readonly places: readonly Field[];
  readonly layers?: readonly string[];
  /** Rules that may well speak of it, too. */
  readonly also?: readonly string[];
}

/** A drawing on a sheet, as it truly is. */
export interface Drawn {
  readonly title: string;
  readonly field: Field;
  /** Building per paper. */
  readonly ratio: number;
  readonly dimensioned: boolean;
}

export type Sort = "plan" | "elevation" | "ceiling" | "foundation" | "detail" | "site" | "schedule";

/** A sheet of the second hand, with what is truly on it. */
export interface Sheet {
  readonly name: string;
  readonly sort: Sort;
  readonly house: House;
  /** Drawing kind by which it is inspected; none of schedules. */
  readonly kind: string | undefined;
  readonly paper: Paper;
  readonly planted: Planted[];
  readonly drawings: Drawn[];
  readonly particulars: Readonly<Record<string, string>>;
  readonly maker: string;
}

/** What is at hand while a sheet is drawn. */
export interface Desk {
  readonly chance: Chance;
  readonly house: House;
  readonly paper: Paper;
  readonly sheet: Sheet;
  /** Fault to plant; none on a faultless sheet. */
  readonly fault: string | undefined;
  /** Free for drawings. */
  readonly room: Field;
}

export const plant = (
  desk: Desk,
  rule: string,
  places: readonly Field[],
  more: Omit<Planted, "rule" | "places"> = {},
): void => void desk.sheet.planted.push({ rule, places, ...more });

const LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ";

export function habitsOf(chance: Chance, house: House): Habits {
  return {
    pieces: chance.is(0.3) ? chance.between(1.5, 7) : undefined,
    backwards: chance.is(0.4),
    rectangles: chance.one(["whole", "sides"]),
    strings: chance.one(["whole", "whole", "words", "letters"]),
    hyphen: house.face.family.startsWith("DejaVu") ? chance.one(["-", "\u2010", "\u2212", "\u2013"]) : "-",
    blank: chance.one([" ", " ", "\u00a0"]),
  };
}

/** Frame, zones and centring marks. */
export function drawFrame(desk: Desk): void {
  const { house, paper, fault } = desk;
  const [left, right, top, bottom] = house.border;
  const inner: Field = [left, bottom, paper.width - right, paper.height - top];
  paper.take("A-ANNO-TTLB", 0.7).polygon(cornersOf(inner));
  if (house.centring) centringMarks(desk, inner);
  if (house.zone !== undefined) zones(desk, inner, house.zone);
  if (fault === "sheet/outside") {
    const x = desk.chance.between(inner[0] + 60, inner[2] - 260);
    const y = bottom / 2;
    paper.take("A-ANNO-NOTE", 0.18);
    const at = paper.words([x, y - 0.9], "setting out to be agreed on site", 1.8);
    plant(desk, "sheet/outside", [at], { also: ["text/placeholder", "text/overlaps"] });
  }
}

function centringMarks({ paper, fault, chance, sheet }: Desk, [l, b, r, t]: Field): void {
  const [cx, cy] = [paper.width / 2, paper.height / 2];
  const marks: [Spot, Spot][] = [
    [
      [cx, 0],
      [cx, b + 5],
    ],
    [
      [cx, paper.height],
      [cx, t - 5],
    ],
    [
      [0, cy],
      [l + 5, cy],
    ],
    [
      [paper.width, cy],
      [r - 5, cy],
    ],
  ];
  const missing = fault === "sheet/frame" ? chance.whole(0, 3) : -1;
  paper.take("A-ANNO-TTLB", 0.7);
  marks.forEach(([from, to], i) => {
    if (i === missing) sheet.planted.push({ rule: "sheet/frame", places: [fieldOf([from, to])] });
    else paper.path([from, to], false);
  });
}

/** Zones count from the middle of the sheet's sides, so that centring marks part two of them. */
function zones({ paper }: Desk, [l, b, r, t]: Field, step: number): void {
  const band = 5;
  paper.take("A-ANNO-TTLB-LINE", 0.25);
  paper.polygon(cornersOf([l - band, b - band, r + band, t + band]));
  const along = (from: number, to: number, middle: number): number[] => {
    const all: number[] = [];
    for (let k = -Math.floor((middle - from) / step); middle + k * step < to - 1; k++)
      // What is left in a corner belongs to the last field.
      if (middle + k * step > from + step / 2 && middle + k * step < to - step / 2) all.push(middle + k * step);
    return all;
  };
  const [xs, ys] = [along(l, r, paper.width / 2), along(b, t, paper.height / 2)];
  for (const x of xs)
    for (const y of [b - band, t])
      paper.path(
        [
          [x, y],
          [x, y + band],
        ],
        false,
      );
  for (const y of ys)
    for (const x of [l - band, r])
      paper.path(
        [
          [x, y],
          [x + band, y],
        ],
        false,
      );
  const middles = (from: number, to: number, cuts: number[]): number[] =>
    [from, ...cuts].map((cut, i) => (cut + (cuts[i] ?? to)) / 2);
  middles(l, r, xs).forEach((x, i) => {
    for (const y of [b - band / 2, t + band / 2]) paper.words([x, y - 0.9], String(i + 1), 1.8, 0, "middle");
  });
  middles(b, t, ys)
    .reverse()
    .forEach((y, i) => {
      for (const x of [l - band / 2, r + band / 2]) paper.words([x, y - 0.9], LETTERS[i]!, 1.8, 0, "middle");
    });
}

/** The title block at the lower right; gives its field. */
export function drawBlock(desk: Desk, scale: string): Field {
  const { house, paper, fault, chance } = desk;
  const rows = CELL_ROWS[house.block];
  const width = BLOCK_WIDTH[house.block];
  const height = rows.length * CELL_HEIGHT;
  const [x, y] = [paper.width - house.border[1] - width, house.border[3]];
  const field: Field = [x, y, x + width, y + height];
  paper.take("A-ANNO-TTLB", 0.7).polygon(cornersOf(field));
  const values: Record<string, string> = { ...desk.sheet.particulars, scale };
  const cells = rows.flatMap((row, r) =>
    row.map(([name, label, share, size], k) => ({
      ...{ name, label, size, width: share * width, y: y + height - (r + 1) * CELL_HEIGHT },
      x: x + row.slice(0, k).reduce((sum, each) => sum + each[2] * width, 0),
    })),
  );
  rows.forEach((row, r) => {
    const top = y + height - r * CELL_HEIGHT;
    paper.take("A-ANNO-TTLB-LINE", 0.25);
    if (r > 0) paper.line([x, top], [x + width, top]);
    let at = x;
    for (const [, , share] of row.slice(0, -1)) {
      at += share * width;
      paper.line([at, top - CELL_HEIGHT], [at, top]);
    }
  });
  const faulty = fault?.startsWith("title/")
    ? chance.one(cells.filter(({ name }) => faultyCell(fault, name)))
    : undefined;
  for (const cell of cells) {
    paper.take("A-ANNO-TTLB-LINE", 0.25);
    paper.words([cell.x + 1.5, cell.y + CELL_HEIGHT - 3.3], cell.label, 1.8);
    let value = values[cell.name] ?? "";
    const box: Field = [cell.x, cell.y, cell.x + cell.width, cell.y + CELL_HEIGHT];
    if (cell === faulty) {
      if (fault === "title/empty") value = chance.one(["", "TBC", "???"]);
      if (fault === "title/differs") value = cell.name === "client" ? "Lower Weir Guild" : "Weir House";
      if (fault === "title/too-long")
        value = `${value} and everything that belongs to it on both banks of the river down to the lower weir and its lock`;
      plant(desk, fault!, [box], { also: ["text/placeholder", "text/overlaps", "title/differs", "sheet/outside"] });
    }
    if (value !== "") paper.words([cell.x + 2.5, cell.y + 2.2], value, cell.size);
  }
  return field;
}

const faultyCell = (fault: string, name: string): boolean =>
  ({
    "title/empty": ["date", "drawnBy", "client", "project"],
    "title/differs": ["client", "project"],
    "title/too-long": ["client", "project"],
  })[fault]!.includes(name);

/** Frame and title block; what is left free for drawings. */
export function emptySheet(desk: Omit<Desk, "room">, scale: string): Desk {
  const { house, paper } = desk;
  const [left, right, top, bottom] = house.border;
  const inner: Field = [left + 12, bottom + 12, paper.width - right - 12, paper.height - top - 12];
  const whole = { ...desk, room: inner };
  drawFrame(whole);
  const block = drawBlock(whole, scale);
  return { ...whole, room: [inner[0], block[3] + 12, inner[2], inner[3]] };
}

/** A drawing's title with its scale beneath, and maybe a bar: at the lower left of what is drawn. Gives its field. */
export function drawTitle(
  desk: Desk,
  at: Spot,
  title: string,
  scale: { readonly words: string; readonly ratio: number },
  note: string | null = scale.words,
): Field {
  const { paper, chance } = desk;
  paper.take("A-ANNO-TTLT", 0.35);
  return paper.during(() => {
    const words = paper.words(at, title, 5);
    paper.line([at[0], at[1] - 1.6], [words[2] + 6, at[1] - 1.6]);
    if (note !== null) paper.words([at[0], at[1] - 5.6], note, 2.5);
    if (note !== null && chance.is(0.5)) bar(desk, [at[0] + paper.widthOf(note, 2.5) + 12, at[1] - 9], scale.ratio);
  });
}

/** A bar of whole metres or feet. */
function bar(desk: Desk, [x, y]: Spot, ratio: number): void {
  const { paper, house, chance, fault } = desk;
  const unit = house.isMetric ? 1000 : 304.8;
  const want = (45 * ratio) / unit;
  const block = [1, 2, 5, 10, 20, 50, 100, 0.5, 0.25, 0.2, 0.1].sort(
    (a, b) => Math.abs(a * 4 - want) - Math.abs(b * 4 - want),
  )[0]!;
  const untrue = fault === "scale/bar-not-true" && !desk.sheet.planted.some(({ rule }) => rule === fault);
  const width = ((block * unit) / ratio) * (untrue ? chance.one([0.9, 1.15]) : 1);
  const style = chance.one(["boxes", "ticks", "rail"] as const);
  const at = paper.during(() => {
    if (style === "boxes")
      for (let i = 0; i < 4; i++) {
        const box: Field = [x + i * width, y, x + (i + 1) * width, y + 1.5];
        if (i % 2 === 0) paper.patch(cornersOf(box), 0);
        paper.polygon(cornersOf(box));
      }
    else {
      paper.line([x, y], [x + 4 * width, y]);
      if (style === "rail") paper.line([x, y + 1.5], [x + 4 * width, y + 1.5]);
      for (let i = 0; i <= 4; i++) paper.line([x + i * width, y], [x + i * width, y + 1.5]);
    }
    for (const i of [0, 1, 2, 4]) {
      const figure = String(Number((i * block).toFixed(3)));
      const unitWord = i === 4 ? (house.isMetric ? " m" : "'") : "";
      paper.words([x + i * width, y + 2.4], figure + unitWord, 1.8, 0, "middle");
    }
  });
  if (untrue) plant(desk, "scale/bar-not-true", [at]);
}

/** A line with an arrow at its foot and words at its end. */
export function leader(desk: Desk, tip: Spot, knee: Spot, words: string, size = 2.5): Field {
  const { paper } = desk;
  paper.take("A-ANNO-NOTE", 0.18);
  const length = Math.hypot(knee[0] - tip[0], knee[1] - tip[1]);
  const [ux, uy] = [(knee[0] - tip[0]) / length, (knee[1] - tip[1]) / length];
  const base: Spot = [tip[0] + ux * 2.5, tip[1] + uy * 2.5];
  paper.patch([tip, [base[0] - uy * 0.42, base[1] + ux * 0.42], [base[0] + uy * 0.42, base[1] - ux * 0.42]], 0);
  paper.path([base, knee], false);
  const out = knee[0] >= tip[0] ? 4 : -4;
  paper.path([knee, [knee[0] + out, knee[1]]], false);
  const width = paper.widthOf(words, size);
  return paper.words([out > 0 ? knee[0] + out + 1 : knee[0] + out - 1 - width, knee[1] - size / 2], words, size);
}

/** Words in a frame that leaves the same room on all sides, blank within. */
export function framed(desk: Desk, at: Spot, words: string, layer = "A-ANNO-SYMB"): Field {
  const { paper } = desk;
  paper.take(layer, 0.35);
  const [w, h] = [paper.widthOf(words, 2.5) + 2.4, 2.5 + 2.4];
  const box: Field = [at[0] - w / 2, at[1] - h / 2, at[0] + w / 2, at[1] + h / 2];
  paper.patch(cornersOf(box), 1);
  paper.polygon(cornersOf(box));
  paper.words([at[0], at[1] - 1.25], words, 2.5, 0, "middle");
  return box;
}

/** Codes with what they mean, one below the other. */
export function legend(desk: Desk, [x, y]: Spot, codes: readonly string[]): Field {
  const { paper, house, fault } = desk;
  paper.take("A-ANNO-LEGN", 0.18);
  const spare =
    fault === "code/unused"
      ? house.standard.codes.find(({ code, group }) => group === "materials" && !codes.includes(code))
      : undefined;
  const all = [...codes, ...(spare ? [spare.code] : [])];
  return paper.during(() => {
    paper.words([x, y], "LEGEND", 3.5);
    all.forEach((code, i) => {
      const foot = y - 7 - i * 5;
      const at = joined(
        paper.words([x, foot], code, 2.5),
        paper.words(
          [x + 16, foot],
          house.standard.codes.find((each) => each.code === code)?.meaning ?? "as noted",
          2.5,
        ),
      );
      if (spare?.code === code) plant(desk, "code/unused", [at]);
    });
  });
}

/** An arrow on a ring. */
export function north(desk: Desk, at: Spot): void {
  const { paper } = desk;
  paper.take("A-ANNO-SYMB", 0.35).ring(at, 7);
  paper.patch(
    [
      [at[0], at[1] + 7],
      [at[0] - 2.2, at[1] - 4],
      [at[0], at[1] - 2.5],
    ],
    0,
  );
  paper.line([at[0], at[1] + 7], [at[0] + 2.2, at[1] - 4]);
  paper.words([at[0], at[1] + 8.2], "N", 3.5, 0, "middle");
}

/** Notes in a column. */
export function notes(desk: Desk, [x, y]: Spot): void {
  const { paper, fault, chance } = desk;
  paper.take("A-ANNO-TEXT", 0.25).words([x, y], "NOTES", 3.5);
  const lines = [
    "1. Read with the drawings of the engineers.",
    "2. All sizes are to be checked on site",
    "   before work is begun.",
    "3. Timber is to be treated against decay.",
    "4. Make good all surfaces that are cut.",
  ];
  const bad = fault === "text/placeholder" ? chance.whole(0, lines.length - 1) : -1;
  lines.forEach((line, i) => {
    const words = i === bad ? `${i + 1}. Colour of the doors: TBC` : line;
    const isUpside = fault === "text/direction" && i === 2;
    const size = fault === "text/height" && i === 0 ? 2.15 : 2.5;
    const foot = y - 7 - i * 4.6;
    const at = isUpside
      ? paper.words([x + paper.widthOf(words, size), foot + size], words, size, 180)
      : paper.words([x, foot], words, size);
    if (i === bad) plant(desk, "text/placeholder", [at]);
    if (isUpside) plant(desk, "text/direction", [at]);
    if (size !== 2.5) plant(desk, "text/height", [at]);
  });
}
