import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";

export interface Row {
  readonly work: string;
  readonly measured: string;
  readonly against: string;
  readonly ratio: string;
  readonly aim: string;
}

/** A whole process, run several times: its best wall-clock time, its largest peak memory, its last output. */
export const timed = (runs: number, program: string, ...args: string[]): Timed =>
  timedEnding([0], runs, program, ...args);

export interface Timed {
  readonly seconds: number;
  readonly peakMb: number;
  readonly output: string;
}

/** The same of a process that may end with one of several codes. */
export function timedEnding(codes: readonly number[], runs: number, program: string, ...args: string[]): Timed {
  let [seconds, peakMb, output] = [Infinity, 0, ""];
  for (let i = 0; i < runs; i++) {
    const began = process.hrtime.bigint();
    const done = spawnSync(program, args, { encoding: "utf8", maxBuffer: 2 ** 28 });
    seconds = Math.min(seconds, Number(process.hrtime.bigint() - began) / 1e9);
    if (done.status === null || !codes.includes(done.status))
      throw new Error(`${program} ended with ${done.status}: ${done.stderr}`);
    output = done.stdout;
    peakMb = Math.max(peakMb, peakOf(program, args));
    if (i > 0 && seconds > 20) break;
  }
  return { seconds, peakMb, output };
}

const peaks = new Map<string, number>();

/** Peak resident memory of one more run of the same call, megabytes, read while it runs from /proc. */
function peakOf(program: string, args: readonly string[]): number {
  const key = [program, ...args].join(" ");
  const known = peaks.get(key);
  if (known !== undefined) return known;
  const script =
    '"$@" >/dev/null 2>&1 & p=$!; m=0; while [ -e /proc/$p/status ]; do v=$(grep VmHWM /proc/$p/status 2>/dev/null | tr -dc 0-9); [ -n "$v" ] && [ "$v" -gt "$m" ] && m=$v; sleep 0.01; [ "$(cut -d" " -f3 /proc/$p/stat 2>/dev/null)" = Z ] && break; done; wait $p; echo $m';
  const { stdout } = spawnSync("/bin/sh", ["-c", script, "sh", program, ...args], { encoding: "utf8" });
  const peak = Number(stdout.trim().split("\n").at(-1)) / 1024;
  peaks.set(key, peak);
  return peak;
}

export const ratio = (value: number): string => `${value.toFixed(2)}×`;

/** The rows as a Markdown table, with the machine they were measured on. */
export function table(rows: readonly Row[]): string {
  const cpu = /model name\s*: (.*)/.exec(readFileSync("/proc/cpuinfo", "utf8"))?.[1] ?? "unknown processor";
  const lines = rows.map((row) => `| ${row.work} | ${row.measured} | ${row.against} | ${row.ratio} | ${row.aim} |`);
  return [
    `Node.js ${process.version}, ${cpu}`,
    "",
    "| work | measured | against | ratio | aim |",
    "|---|---|---|---|---|",
    ...lines,
  ].join("\n");
}
