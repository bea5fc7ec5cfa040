import { describe, expect, it } from "vitest";
import { must } from "../../../src/base/result";
import { parseScale } from "../../../src/quantity";
import { OPENINGS } from "../../../src/recognise/building/openings";
import { enclosedBy, type Segment } from "../../../src/recognise/building/planar";
import { ROOMS } from "../../../src/recognise/building/rooms";
import { FileFacts } from "../../../src/recognise/recogniser";
import { preset, StandardLookup } from "../../../src/standard";
import { WALLS } from "../../../src/recognise/building/walls";
import { row } from "../../support/drawn";
import { lettering, onePage } from "../../support/raw-pdf";
import { drawingOf } from "../../support/tools";
import { randomPlan } from "../../support/random-plans";
import {
  drawnPlan,
  FIVE_DIGITS_MM,
  HOUSE,
  label,
  onPaper,
  roomAreas,
  type TestPlan,
  type TestWall,
} from "../../support/walls";

async function factsOf(content: string, size: readonly [number, number] = [841, 594], isScaleGiven = true) {
  const drawing = await drawingOf(onePage({ content, widthMm: size[0], heightMm: size[1] }));
  const scale = isScaleGiven ? must(parseScale("1:50")) : undefined;
  return new FileFacts(drawing, new StandardLookup(preset("tarnwick")!), scale ? { scale } : {}).pages[0]!;
}

async function areasOf(content: string): Promise<number[]> {
  const facts = await factsOf(content);
  return facts
    .of(ROOMS)
    .map(({ value }) => (value.areaMm2 * 2500) / 1e6)
    .sort((a, b) => a - b);
}

describe("rooms", () => {
  it.each(Array.from({ length: 40 }, (_, i) => 7100 + i))(
    "of plan %i have the areas that a library for polygons gives",
    async (seed) => {
      const plan = randomPlan(seed);
      const expected = roomAreas(plan);
      const found = await areasOf(drawnPlan(plan));
      expect(found).toHaveLength(expected.length);
      found.forEach((area, i) => expect(Math.abs(area / expected[i]! - 1)).toBeLessThan(0.004));
    },
  );

  it.each(Array.from({ length: 40 }, (_, i) => 7100 + i))("of plan %i have their openings", async (seed) => {
    const plan = randomPlan(seed);
    const found = (await factsOf(drawnPlan(plan))).of(OPENINGS).map(({ value }) => Math.round(value.widthMm * 50));
    expect(found.sort((a, b) => a - b)).toEqual(plan.openings!.map(({ width }) => width).sort((a, b) => a - b));
  });

  it.each(Array.from({ length: 20 }, (_, i) => 7100 + i))(
    "and walls of plan %i are told where places are written with five digits",
    async (seed) => {
      const plan = randomPlan(seed);
      const facts = await factsOf(drawnPlan(plan, FIVE_DIGITS_MM));
      const expected = roomAreas(plan);
      const found = facts.of(ROOMS).map(({ value }) => (value.areaMm2 * 2500) / 1e6);
      expect(found).toHaveLength(expected.length);
      found.sort((a, b) => a - b).forEach((area, i) => expect(Math.abs(area / expected[i]! - 1)).toBeLessThan(0.01));
      const known = plan.walls.map(({ thick }) => thick);
      for (const { value } of facts.of(WALLS)) {
        const off = Math.min(...known.map((thick) => Math.abs(value.thicknessMm * 50 - thick)));
        // Each face may lie half a step off.
        expect(off / 50).toBeLessThan(1.5 * FIVE_DIGITS_MM);
      }
    },
  );

  it("are enclosed by walls with the mark of their type in them", async () => {
    const marks = [
      [5500, 0],
      [11200, 4000],
    ] as const;
    const content =
      drawnPlan(HOUSE) +
      marks
        .map(([x, y]) => {
          const [px, py] = onPaper(HOUSE, [x, y]);
          return lettering("W1", px, py - 0.9, 1.8);
        })
        .join("");
    expect(await areasOf(content)).toHaveLength(3);
  });

  it("are named by what stands in them", async () => {
    const facts = await factsOf(
      drawnPlan(HOUSE) +
        label(HOUSE, [3500, 4000], "HALL", "101", "52.2 m2") +
        label(HOUSE, [9500, 6000], "QUIET STUDY", "102"),
    );
    expect(facts.of(ROOMS).map(({ value: { name, number, written } }) => [name, number, written?.area.m2])).toEqual(
      expect.arrayContaining([
        ["HALL", "101", 52.2],
        ["QUIET STUDY", "102", undefined],
        ["", "", undefined],
      ]),
    );
  });

  it("within a room are rooms of their own, and not the outer one's", async () => {
    const square = (x: number, y: number, w: number): TestWall[] => [
      { from: [x, y], to: [x + w, y], thick: 150 },
      { from: [x + w, y], to: [x + w, y + w], thick: 150 },
      { from: [x + w, y + w], to: [x, y + w], thick: 150 },
      { from: [x, y + w], to: [x, y], thick: 150 },
    ];
    const plan: TestPlan = { walls: [...square(0, 0, 10000), ...square(3000, 3000, 4000)] };
    // (10 − 0.15)² − (4 + 0.15)² and (4 − 0.15)², arithmetic.
    const content = drawnPlan(plan) + label(plan, [5000, 5000], "VAULT");
    const [inner, outer] = await areasOf(content);
    expect(inner).toBeCloseTo(14.8225, 2);
    expect(outer).toBeCloseTo(79.8, 2);
    const rooms = (await factsOf(content)).of(ROOMS).map(({ value }) => value);
    expect(rooms.sort((a, b) => a.areaMm2 - b.areaMm2).map(({ name }) => name)).toEqual(["VAULT", ""]);
  });

  it("are none where walls stay open, cross themselves in the open, or are missing", async () => {
    const open = { ...HOUSE, walls: HOUSE.walls.slice(0, 3), openings: [] };
    expect(await areasOf(drawnPlan(open))).toEqual([]);
    expect(await areasOf("0.5 w 40 40 m 200 200 l 40 200 l 200 40 l S\n")).toEqual([]);
    expect(await areasOf("")).toEqual([]);
  });

  it("of two plans on one page have each the scale of its own", async () => {
    const dimensioned = (plan: TestPlan, scale: number): string => {
      const stops = [0, 3500, 7000, 9500, 12000].map((x) => onPaper(plan, [x, 0])[0]);
      const top = onPaper(plan, [0, 8000])[1];
      return row({ y: top + 14, object: top + 2, stops, scale });
    };
    const [large, small]: TestPlan[] = [
      { ...HOUSE, scale: 50, at: [40, 60] },
      { ...HOUSE, scale: 100, at: [450, 60] },
    ];
    const facts = await factsOf(
      [large!, small!].map((plan) => drawnPlan(plan) + dimensioned(plan, plan.scale!)).join(""),
      [841, 594],
      false,
    );
    const areas = facts.of(ROOMS).map(({ value: { areaMm2, boxMm, scale = NaN } }) => ({
      isLarge: boxMm.x < 400,
      scale: Math.round(scale),
      m2: (areaMm2 * scale * scale) / 1e6,
    }));
    const expected = roomAreas(HOUSE);
    for (const [isLarge, scale] of [
      [true, 50],
      [false, 100],
    ] as const) {
      const own = areas.filter((each) => each.isLarge === isLarge).sort((a, b) => a.m2 - b.m2);
      expect(own.map((each) => each.scale)).toEqual(expected.map(() => scale));
      own.forEach(({ m2 }, i) => expect(Math.abs(m2 / expected[i]! - 1)).toBeLessThan(0.01));
    }
  });

  it("are named by their own lettering among thousands of other strings", async () => {
    const schedule = Array.from({ length: 4000 }, (_, i) =>
      lettering(`NOTE ${i}`, 420 + (i % 20) * 20, 20 + Math.floor(i / 20) * 2.8, 1.8),
    );
    const facts = await factsOf(schedule.join("") + drawnPlan(HOUSE) + label(HOUSE, [9500, 6000], "STUDY", "102"));
    expect(facts.of(ROOMS).flatMap(({ value: { name, number } }) => (name ? [[name, number]] : []))).toEqual([
      ["STUDY", "102"],
    ]);
  });

  it("are found 10,000 at once", async () => {
    const segments: Segment[] = [];
    for (let i = 0; i <= 100; i++) segments.push([0, i, 100, i], [i, 0, i, 100]);
    const enclosed = enclosedBy(segments, 0.01)!;
    expect(enclosed).toHaveLength(10_000);
    expect(enclosed.every(({ areaMm2 }) => Math.abs(areaMm2 - 1) < 1e-9)).toBe(true);
  });
});

describe("walls", () => {
  it("are none where nearly parallel lines lie upon each other by the thousand", async () => {
    const lines = Array.from({ length: 12_000 }, (_, i) => {
      const y = 50 + (i % 300) * 1.2;
      return `0.5 w ${50 + (i % 7)} ${y} m ${400 + (i % 290)} ${y} l S\n`;
    });
    expect((await factsOf(lines.join(""))).of(WALLS)).toEqual([]);
  });
});

describe("what lines enclose", () => {
  it("is nothing for lines that end in the open, and for too many pairs", () => {
    expect(
      enclosedBy(
        [
          [0, 0, 10, 0],
          [5, -5, 5, 5],
        ],
        0.1,
      ),
    ).toEqual([]);
    const bundle = Array.from({ length: 3000 }, (_, i): Segment => [0, i / 1e5, 10, -i / 1e5]);
    expect(enclosedBy(bundle, 0.1)).toBeUndefined();
  });
  it("is not looked for among thousands of lines that cross at random", () => {
    const chance = (i: number): number => Math.abs(Math.sin(i + 1) * 43_758) % 1;
    const random = Array.from({ length: 4000 }, (_, i): Segment => {
      const [x, y] = [chance(4 * i) * 100, chance(4 * i + 1) * 100];
      return [x, y, x + chance(4 * i + 2) * 20 - 10, y + chance(4 * i + 3) * 20 - 10];
    });
    expect(enclosedBy(random, 0.1)).toBeUndefined();
  });
  it("ends where lines come near each other", () => {
    const [face] = enclosedBy(
      [
        [0, 0, 10, 0],
        [10, 0.05, 10, 10],
        [9.97, 10, 0.03, 10],
        [0, 10.02, 0, 0],
      ],
      0.15,
    )!;
    expect(face?.areaMm2).toBeCloseTo(100, 0);
  });
});
