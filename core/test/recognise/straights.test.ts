import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Straights } from "../../src/recognise/straights";

type Ends = readonly [number, number, number, number];

const REACH_MM = 1.5;
const TOGETHER_MM = 2;

const straights = (all: readonly Ends[]): Straights =>
  new Straights(
    Uint32Array.from(all, (_, i) => i),
    Float32Array.from(all.flat()),
  );

function found(all: readonly Ends[]): string[] {
  const pairs: string[] = [];
  straights(all).pairs(new Float32Array(all.length).fill(REACH_MM / 2), TOGETHER_MM, (first, { straight }) =>
    pairs.push(`${first} ${straight}`),
  );
  return pairs.sort();
}

/** Every two against each other, by arithmetic of its own: how far apart they are at the middle of what they share. */
function expected(all: readonly Ends[]): { sure: string[]; doubtful: Set<string> } {
  const sure: string[] = [];
  const doubtful = new Set<string>();
  all.forEach((a, i) =>
    all.forEach((b, j) => {
      if (j <= i) return;
      const [stepA, stepB] = [a, b].map(([x1, y1, x2, y2]) => {
        const degrees = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
        return (((degrees % 180) + 180) % 180) * 10;
      }) as [number, number];
      const angle = Math.atan2(a[3] - a[1], a[2] - a[0]);
      const turned = (x: number, y: number): [number, number] => [
        x * Math.cos(angle) + y * Math.sin(angle),
        y * Math.cos(angle) - x * Math.sin(angle),
      ];
      const [[p1, h1], [p2], [q1, k1], [q2, k2]] = [
        turned(a[0], a[1]),
        turned(a[2], a[3]),
        turned(b[0], b[1]),
        turned(b[2], b[3]),
      ] as const;
      const [from, to] = [Math.max(Math.min(p1, p2), Math.min(q1, q2)), Math.min(Math.max(p1, p2), Math.max(q1, q2))];
      const at = k1 + ((k2 - k1) * ((from + to) / 2 - q1)) / (q2 - q1);
      const apart = Math.abs(at - h1);
      const name = `${i} ${j}`;
      const edge = (value: number): boolean => Math.abs(value - Math.round(value * 2) / 2) < 0.02 && value % 1 !== 0;
      if (Math.abs(apart - REACH_MM) < 0.01 || Math.abs(to - from - TOGETHER_MM) < 0.01) doubtful.add(name);
      if (edge(stepA) || edge(stepB)) doubtful.add(name);
      if (Math.round(stepA) % 1800 !== Math.round(stepB) % 1800) return;
      if (apart <= REACH_MM && to - from >= TOGETHER_MM) sure.push(name);
    }),
  );
  return { sure: sure.sort(), doubtful };
}

describe("straights beside each other", () => {
  it("are told with the distance and the length that they share", () => {
    const pairs: unknown[] = [];
    straights([
      [10, 10, 60, 10],
      [40, 10.8, 20, 10.8],
    ]).pairs(new Float32Array(2).fill(0.5), TOGETHER_MM, (first, beside) => pairs.push([first, beside]));
    expect(pairs).toEqual([
      [
        0,
        {
          straight: 1,
          distanceMm: expect.closeTo(0.8, 5),
          togetherMm: expect.closeTo(20, 5),
          fromMm: [30, 10],
          toMm: [expect.closeTo(30, 5), expect.closeTo(10.8, 5)],
        },
      ],
    ]);
  });
  it("are told once, however long they are and whichever way they run", () => {
    for (const turn of [0, 17, 90, 135, 179.96, 270]) {
      const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
      const line = (across: number, backwards: boolean): Ends => {
        const ends: Ends = [-across * sin, across * cos, 900 * cos - across * sin, 900 * sin + across * cos];
        return backwards ? [ends[2], ends[3], ends[0], ends[1]] : ends;
      };
      expect(found([line(0, false), line(1, true), line(5, false)]), String(turn)).toEqual(["0 1"]);
    }
  });
  it("none is missed and none is made up, against every two measured (property)", () => {
    const length = fc.double({ min: 1, max: 120, noNaN: true });
    const place = fc.double({ min: 0, max: 60, noNaN: true });
    const straight = fc
      .tuple(place, place, fc.constantFrom(0, 30, 90, 150), length)
      .map(([x, y, degrees, long]): Ends => {
        const turn = (degrees * Math.PI) / 180;
        return [x, y, x + long * Math.cos(turn), y + long * Math.sin(turn)];
      });
    fc.assert(
      fc.property(fc.array(straight, { maxLength: 60 }), (all) => {
        const { sure, doubtful } = expected(all);
        const certain = (names: readonly string[]): string[] => names.filter((name) => !doubtful.has(name));
        expect(certain(found(all))).toEqual(certain(sure));
      }),
      { numRuns: 150 },
    );
  });
});
