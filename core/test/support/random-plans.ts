import type { TestOpening, TestPlan, TestWall } from "./walls";

/** Numbers that come in one order for one seed (mulberry32, public domain). */
function chance(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A house that is parted into rooms again and again, with a door in each inner wall and windows outside. */
export function randomPlan(seed: number): TestPlan {
  const next = chance(seed);
  const step = (from: number, to: number): number => Math.round((from + next() * (to - from)) / 50) * 50;
  const [width, depth] = [step(12000, 24000), step(8000, 14000)];
  const outer = [250, 300, 365][Math.floor(next() * 3)]!;
  const walls: TestWall[] = [
    { from: [0, 0], to: [width, 0], thick: outer },
    { from: [width, 0], to: [width, depth], thick: outer },
    { from: [width, depth], to: [0, depth], thick: outer },
    { from: [0, depth], to: [0, 0], thick: outer },
  ];
  const openings: TestOpening[] = [];
  const part = (x: number, y: number, w: number, h: number, deep: number): void => {
    if (deep === 0 || Math.max(w, h) < 5000) return;
    const thick = [100, 115, 150][Math.floor(next() * 3)]!;
    // Near the wall's beginning, where no later wall meets it.
    openings.push({ wall: walls.length, at: 1200, width: 900, use: next() < 0.8 ? "door" : "gap" });
    if (w >= h) {
      const at = step(x + 2200, x + w - 2200);
      walls.push({ from: [at, y], to: [at, y + h], thick });
      part(x, y, at - x, h, deep - 1);
      part(at, y, x + w - at, h, deep - 1);
    } else {
      const at = step(y + 2200, y + h - 2200);
      walls.push({ from: [x, at], to: [x + w, at], thick });
      part(x, y, w, at - y, deep - 1);
      part(x, at, w, y + h - at, deep - 1);
    }
  };
  part(0, 0, width, depth, 3);
  for (let wall = 0; wall < 4; wall++) openings.push({ wall, at: 1100, width: 1200, use: "window" });
  // Inner walls that end where an opening stands would close it.
  const clear = openings.filter(({ wall, at, width: wide }) => {
    const own = walls[wall]!;
    const length = Math.hypot(own.to[0] - own.from[0], own.to[1] - own.from[1]);
    const [ux, uy] = [(own.to[0] - own.from[0]) / length, (own.to[1] - own.from[1]) / length];
    return walls.every((other, i) =>
      [other.from, other.to].every(([x, y]) => {
        const along = (x - own.from[0]) * ux + (y - own.from[1]) * uy;
        const off = Math.abs((x - own.from[0]) * uy - (y - own.from[1]) * ux);
        return i === wall || off > own.thick || Math.abs(along - at) > wide / 2 + 200;
      }),
    );
  });
  const turn = next() < 0.5 ? 0 : Math.round(next() * 60 - 30);
  const style = (["outlines", "edges", "areas"] as const)[Math.floor(next() * 3)]!;
  return { walls, openings: clear, at: [turn > 0 ? 220 : 60, turn < 0 ? 280 : 60], turn, style };
}
