import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { inspecting } from "../command";
import { ratio, table, timed, type Row } from "../measure";
import { MAKERS } from "../recognition/makers";
import type { Scene } from "../recognition/scene";
import { crossingPage, plansPage } from "./pages";

/**
 * User time of the whole command, with all rules, against `mutool trace` of the same page, in one run:
 * `npm run bench -- speed`. Pages are written by cairo and ReportLab.
 */
const RUNS = process.argv.includes("quick") ? 2 : 3;
const folder = mkdtempSync(join(tmpdir(), "hemstitch-speed-"));

/** The least user time of several runs of a call, seconds: processors, not the clock on the wall. */
function userTime(program: string, ...args: string[]): number {
  let least = Infinity;
  for (let i = 0; i < RUNS; i++) {
    const timing = 'TIMEFORMAT="user %U"; time "$@" > "$OUT" 2>/dev/null';
    const done = spawnSync("bash", ["-c", timing, "bash", program, ...args], {
      encoding: "utf8",
      env: { ...process.env, OUT: join(folder, "out") },
    });
    const user = /user ([\d.]+)/.exec(done.stderr)?.[1];
    if (user === undefined || done.status !== 0) throw new Error(`${program} could not be timed: ${done.stderr}`);
    least = Math.min(least, Number(user));
  }
  return least;
}

async function written(scene: Scene, maker: string): Promise<string> {
  const path = join(folder, `${scene.name}-${maker}.pdf`);
  await MAKERS[maker]!([scene], () => path);
  return path;
}

/** A page of so many plans would be over the 20 m that a reader takes. */
const HALF = 0.5;
const rows: Row[] = [];
const pages: readonly (readonly [scene: Scene, maker: string, what: string, aim: string])[] = [
  [plansPage(20_000), "cairo", "plans, 20,000 strokes, cairo", "≤ 6×"],
  [plansPage(20_000), "reportlab", "plans, 20,000 strokes, ReportLab", "≤ 6×"],
  [plansPage(200_000, HALF), "cairo", "plans at half size, 200,000 strokes, cairo", "≤ 2×"],
  [plansPage(200_000, HALF), "reportlab", "plans at half size, 200,000 strokes, ReportLab", "≤ 2×"],
  [crossingPage(200_000), "cairo", "200,000 lines that cross at random, cairo", "≤ 5×"],
];
for (const [scene, maker, what, aim] of pages) {
  const path = await written(scene, maker);
  const ours = userTime(process.execPath, ...inspecting(path));
  const theirs = userTime("mutool", "trace", path);
  const { peakMb } = timed(1, process.execPath, ...inspecting(path), "--out", join(folder, "report.json"));
  rows.push({
    work: what,
    measured: `${ours.toFixed(2)} s, ${peakMb.toFixed(0)} MB`,
    against: `mutool trace ${theirs.toFixed(2)} s`,
    ratio: ratio(ours / theirs),
    aim,
  });
  process.stderr.write(`${what}: ${ours.toFixed(2)} s against ${theirs.toFixed(2)} s\n`);
}

// One process that inspects the same sheet ten times more: what a sheet costs once the code is warm.
const sheet = await written(plansPage(20_000), "cairo");
const once = userTime(process.execPath, ...inspecting(sheet));
const many = userTime(process.execPath, ...inspecting(...Array.from({ length: 11 }, () => sheet)));
rows.push({
  work: "plans, 20,000 strokes, each of ten more in a batch",
  measured: `${((many - once) / 10).toFixed(2)} s`,
  against: "",
  ratio: "",
  aim: "≤ 0.25 s",
});
rmSync(folder, { recursive: true });
process.stdout.write(`${table(rows)}\n`);
