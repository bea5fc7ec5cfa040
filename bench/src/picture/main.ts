import { chromium, type Page } from "@playwright/test";
import { build } from "esbuild";
import { execFileSync } from "node:child_process";
import { createServer } from "node:http";
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join, normalize } from "node:path";
import { readDrawing } from "@hemstitch/core/formats";
import type { Wanted } from "../../../web/src/features/sheet-view/exact/messages";
import { table, type Row } from "../measure";
import { differenceOf, ppmOf, readPpm, type Pixels } from "./compare";
import { madePictures, type Made } from "./makers";

/**
 * The picture of the light table against `mutool draw`, page by page, at one resolution: `npm run bench -- picture`.
 * Our own reader says how large the page is and which layers are printed, as it does for the light table.
 */
const DPI = Number(process.env["HEMSTITCH_DPI"] ?? 100);
const PIXELS_PER_MM = DPI / 25.4;
const SQUARE_MM = 5;
const MOST_MEAN = 0.01;
const MOST_SQUARE = 1 / 3;
const root = join(import.meta.dirname, "..", "..", "..");
const folder = mkdtempSync(join(tmpdir(), "hemstitch-picture-"));

/** Serves what the web application serves of the painter, the bundle for the page, and the files. */
async function serve(script: string) {
  const server = createServer((request, response) => {
    const path = decodeURIComponent(new URL(request.url ?? "/", "http://localhost").pathname);
    const file = path.startsWith("/file/") ? path.slice("/file/".length) : join(root, "web/public", normalize(path));
    if (path === "/") return void response.setHeader("Content-Type", "text/html").end("<script src=/page.js></script>");
    if (path === "/page.js") return void response.setHeader("Content-Type", "text/javascript").end(script);
    if (!existsSync(file)) return void response.writeHead(404).end();
    response.setHeader("Content-Type", file.endsWith(".mjs") ? "text/javascript" : "application/octet-stream");
    response.end(readFileSync(file));
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  return { server, address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/` };
}

async function ours(tab: Page, path: string): Promise<Pixels> {
  const read = await readDrawing(new Uint8Array(readFileSync(path)));
  const page = read.ok ? read.value.drawing.pages[0] : undefined;
  if (!read.ok || !page) throw new Error("not read");
  const { widthMm, heightMm } = page;
  const wanted: Wanted = {
    page: 1,
    widthMm,
    heightMm,
    pixelsPerMm: PIXELS_PER_MM,
    left: 0,
    top: 0,
    width: Math.round(widthMm * PIXELS_PER_MM),
    height: Math.round(heightMm * PIXELS_PER_MM),
    hasCells: page.groups.some(({ cell }) => cell),
    layersShown: read.value.drawing.layers.map(({ visible }) => visible),
  };
  const rgba = Buffer.from(
    await tab.evaluate(
      ([file, what]) => (window as unknown as { paint: (f: string, w: Wanted) => Promise<string> }).paint(file, what),
      [`/file/${encodeURIComponent(path)}`, wanted] as const,
    ),
    "base64",
  );
  const rgb = new Uint8Array((rgba.length / 4) * 3);
  for (let i = 0, o = 0; i < rgba.length; i += 4) for (let c = 0; c < 3; c++) rgb[o++] = rgba[i + c] ?? 0;
  return { width: wanted.width, height: wanted.height, rgb };
}

const theirs = (path: string): Pixels =>
  readPpm(
    execFileSync("mutool", ["draw", "-q", "-r", String(DPI), "-c", "rgb", "-F", "ppm", "-o", "-", path, "1"], {
      maxBuffer: 2 ** 28,
      stdio: ["ignore", "pipe", "ignore"],
    }),
  );

/** A third program's picture: where it and `mutool draw` differ as much, viewers don't agree. */
const thirds = (path: string): Pixels =>
  readPpm(
    execFileSync("pdftoppm", ["-r", String(DPI), "-f", "1", "-l", "1", path], {
      maxBuffer: 2 ** 28,
      stdio: ["ignore", "pipe", "ignore"],
    }),
  );

const script = await build({
  entryPoints: [join(import.meta.dirname, "in-page.ts")],
  bundle: true,
  write: false,
  format: "iife",
  tsconfig: join(root, "web/tsconfig.json"),
});
const { server, address } = await serve(script.outputFiles[0]!.text);
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const files = await madePictures(folder, browser);
const tab = await browser.newPage();
await tab.goto(address);
const percent = (share: number): string => `${(share * 100).toFixed(2)} %`;
const rows: Row[] = [];
const wrong: string[] = [];
const byMaker = new Map<string, { file: Made; mean: number; worst: number; tone: number }[]>();
for (const file of files) {
  const painted = await ours(tab, file.path);
  if (process.argv.includes("keep")) writeFileSync(join(folder, `${file.name}.ppm`), ppmOf(painted));
  const side = SQUARE_MM * PIXELS_PER_MM;
  const mutool = theirs(file.path);
  const { mean, worst, tone, x, y } = differenceOf(painted, mutool, side);
  byMaker.set(file.maker, [...(byMaker.get(file.maker) ?? []), { file, mean, worst, tone }]);
  if (mean > MOST_MEAN || worst > MOST_SQUARE) {
    const third = thirds(file.path);
    const [us, them] = [differenceOf(painted, third, side), differenceOf(mutool, third, side)];
    wrong.push(
      `${file.name}: mean ${percent(mean)}, a square at ${x}, ${y} pixels ${percent(worst)}; pdftoppm differs from us by ${percent(us.mean)}, ${percent(us.worst)}, and from mutool by ${percent(them.mean)}, ${percent(them.worst)}`,
    );
  }
  if (process.argv.includes("each")) process.stdout.write(`${file.name}: ${percent(mean)}, ${percent(worst)}\n`);
}
for (const [maker, measured] of byMaker)
  rows.push({
    work: `${maker}: ${measured.length} ${measured.length === 1 ? "page" : "pages"}`,
    measured: `mean ${percent(Math.max(...measured.map(({ mean }) => mean)))} at most`,
    against: "mutool draw",
    ratio: `worst 5 × 5 mm ${percent(Math.max(...measured.map(({ worst }) => worst)))}, in tone ${percent(Math.max(...measured.map(({ tone }) => tone)))}`,
    aim: "≤ 1 %, ≤ 33.3 %",
  });
await browser.close();
server.close();
if (process.argv.includes("keep")) process.stdout.write(`The files are in ${folder}\n`);
else rmSync(folder, { recursive: true });
process.stdout.write(`${table(rows)}\n\n${files.length} pages, ${wrong.length} beyond the aim\n${wrong.join("\n")}\n`);
