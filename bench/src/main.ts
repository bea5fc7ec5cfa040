import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { COMMAND, inspecting } from "./command";
import { largePage } from "./large-page";
import { madePages } from "./makers";
import { ratio, table, timed, timedEnding, type Row } from "./measure";

/**
 * The measurements of the product, as ratios against public tools where there is one:
 * `npm run bench`, or `npm run bench -- quick` with fewer runs.
 */
const RUNS = process.argv.includes("quick") ? 2 : 5;
const root = join(import.meta.dirname, "..", "..");
const folder = mkdtempSync(join(tmpdir(), "hemstitch-bench-"));
const reader = join(import.meta.dirname, "read-once.ts");

function file(strokes: number, texts: number): string {
  const path = join(folder, `${strokes}.pdf`);
  writeFileSync(path, largePage(strokes, texts));
  return path;
}

const inspected = (path: string) =>
  timed(RUNS, process.execPath, ...inspecting(path), "--out", join(folder, "report.json"));

/** Inspects a file that may well be refused. */
const inspectedOnce = (path: string) =>
  timedEnding([0, 1, 2], 1, process.execPath, COMMAND, "inspect", path, "--standard", "tarnwick");

const page = file(200_000, 4_000);
const rows: Row[] = [];

const ours = inspected(page);
// Its listing goes to a file, as a person would have it.
const trace = timed(RUNS, "/bin/sh", "-c", `exec mutool trace "$0" > "${join(folder, "trace.xml")}"`, page);
rows.push({
  work: "inspect a page of 200,000 strokes and 4,000 texts, whole process",
  measured: `${ours.seconds.toFixed(2)} s`,
  against: `mutool trace ${trace.seconds.toFixed(2)} s`,
  ratio: ratio(ours.seconds / trace.seconds),
  aim: "≤ 1.5×",
});
rows.push({
  work: "the same, peak memory",
  measured: `${ours.peakMb.toFixed(0)} MB`,
  against: `mutool trace ${trace.peakMb.toFixed(0)} MB`,
  ratio: "",
  aim: "≤ 500 MB",
});

const inProcess = (what: "ours" | "pdfjs"): number =>
  Number(
    timed(
      1,
      join(root, "node_modules", ".bin", "tsx"),
      "--tsconfig",
      join(root, "tsconfig.json"),
      reader,
      what,
      page,
      String(RUNS),
    )
      .output.trim()
      .split("\n")
      .at(-1),
  );
const [reading, operators] = [inProcess("ours"), inProcess("pdfjs")];
rows.push({
  work: "read the same page into the neutral drawing, in process",
  measured: `${reading.toFixed(0)} ms`,
  against: `pdfjs-dist's operator list ${operators.toFixed(0)} ms`,
  ratio: `${(operators / reading).toFixed(1)}× faster`,
  aim: "≥ 8× faster",
});

let last = inspected(file(125_000, 4_000)).seconds;
for (const strokes of [250_000, 500_000, 1_000_000]) {
  const now = inspected(file(strokes, 4_000));
  rows.push({
    work: `twice the strokes: ${(strokes / 2).toLocaleString("en")} → ${strokes.toLocaleString("en")}`,
    measured: `${now.seconds.toFixed(2)} s, ${now.peakMb.toFixed(0)} MB`,
    against: `${last.toFixed(2)} s`,
    ratio: ratio(now.seconds / last),
    aim: "≤ 2.2×",
  });
  last = now.seconds;
}
for (const { name, path } of await madePages(folder)) {
  const own = inspected(path);
  const traced = timed(RUNS, "/bin/sh", "-c", `exec mutool trace "$0" > "${join(folder, "trace.xml")}"`, path);
  rows.push({
    work: `inspect a page of ${name}`,
    measured: `${own.seconds.toFixed(2)} s, ${own.peakMb.toFixed(0)} MB`,
    against: `mutool trace ${traced.seconds.toFixed(2)} s`,
    ratio: ratio(own.seconds / traced.seconds),
    aim: "≤ 1.0×",
  });
}

const nothing = timed(RUNS * 3, process.execPath, "-e", "0").seconds;
const small = join(root, "core", "test", "cases", "pdf", "thin-rects.pdf");
for (const [work, seconds, aim] of [
  ["`hemstitch --version`", timed(RUNS * 3, process.execPath, COMMAND, "--version").seconds, "≤ 1.5×"],
  ["inspect a small file", inspected(small).seconds, "≤ 3×"],
] as const)
  rows.push({
    work,
    measured: `${(seconds * 1000).toFixed(0)} ms`,
    against: `node -e 0: ${(nothing * 1000).toFixed(0)} ms`,
    ratio: ratio(seconds / nothing),
    aim,
  });

const hostile = readdirSync(join(root, "core", "test", "cases", "pdf")).filter((name) => name.startsWith("bomb-"));
let [longest, most] = [0, 0];
for (const name of hostile) {
  const answered = inspectedOnce(join(root, "core", "test", "cases", "pdf", name));
  longest = Math.max(longest, answered.seconds);
  most = Math.max(most, answered.peakMb);
}
rows.push({
  work: `${hostile.length} hostile files, each answered: the longest, the most memory`,
  measured: `${longest.toFixed(2)} s, ${most.toFixed(0)} MB`,
  against: "",
  ratio: "",
  aim: "< 5 s, < 500 MB",
});
rmSync(folder, { recursive: true });
process.stdout.write(`${table(rows)}\n`);
