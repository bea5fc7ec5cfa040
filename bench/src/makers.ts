import { execFileSync } from "node:child_process";
import { createWriteStream, readFileSync, writeFileSync } from "node:fs";
import { once } from "node:events";
import { join } from "node:path";
import { deflateSync } from "node:zlib";
import PDFDocument from "pdfkit";

/** A page that another maker wrote. */
export interface MadePage {
  readonly name: string;
  readonly path: string;
}

/** The same strokes every time: a plain generator of numbers (Park and Miller). */
function* chances(seed: number): Generator<number, never> {
  for (let s = seed; ;) {
    s = (s * 16_807) % 2_147_483_647;
    yield s / 2_147_483_647;
  }
}

const STROKES = 200_000;
const MANY_STROKES = 990_000;
const STREAMS = 4000;

/** Pages of 200,000 strokes, 4,000 streams, 20,000 uses of forms and nearly a million strokes, by makers that are not ours. */
export async function madePages(folder: string): Promise<MadePage[]> {
  const at = (name: string): string => join(folder, name);
  const pdfkit = at("pdfkit.pdf");
  await strokesByPdfkit(pdfkit);
  writeFileSync(at("streams.pdf"), inStreams(pdfkit, folder));
  byCairo(at("cairo.pdf"), STROKES, "line", folder);
  byCairo(at("many.pdf"), MANY_STROKES, "path", folder);
  execFileSync("gs", ["-q", "-dNOPAUSE", "-dBATCH", "-sDEVICE=pdfwrite", "-o", at("gs.pdf"), at("cairo.pdf")]);
  execFileSync("/usr/bin/python3", [join(import.meta.dirname, "with_reportlab.py"), folder]);
  const strokes = STROKES.toLocaleString("en");
  return [
    { name: `pdfkit: ${strokes} strokes in one stream`, path: pdfkit },
    { name: "the same, cut into 4,000 small streams", path: at("streams.pdf") },
    { name: `cairo: ${strokes} strokes, each in its own q … Q`, path: at("cairo.pdf") },
    { name: "ghostscript: cairo's page, written by it", path: at("gs.pdf") },
    { name: `reportlab: ${strokes} strokes, ASCII85`, path: at("reportlab.pdf") },
    { name: "reportlab: 20,000 uses of 20 forms", path: at("reportlab-forms.pdf") },
    { name: `cairo: ${MANY_STROKES.toLocaleString("en")} strokes`, path: at("many.pdf") },
  ];
}

/** The page of 200,000 strokes by PDFKit. */
export async function strokesByPdfkit(path: string): Promise<void> {
  const document = new PDFDocument({ size: [2384, 1684] });
  const out = createWriteStream(path);
  document.pipe(out);
  const chance = chances(7);
  for (let i = 0; i < STROKES; i++) {
    const [x, y] = [chance.next().value * 2300, chance.next().value * 1600];
    const [dx, dy] = [chance.next().value * 20 - 10, chance.next().value * 20 - 10];
    document
      .lineWidth([0.51, 0.71, 0.99][i % 3] ?? 1)
      .moveTo(x, y)
      .lineTo(x + dx, y + dy)
      .stroke();
  }
  document.end();
  await once(out, "finish");
}

function byCairo(path: string, strokes: number, as: "line" | "path", folder: string): void {
  const chance = chances(11);
  const lines: string[] = [];
  for (let i = 0; i < strokes; i++) {
    const [x, y] = [5 + chance.next().value * 825, 5 + chance.next().value * 580];
    const [x2, y2] = [x + chance.next().value * 18 - 9, y + chance.next().value * 18 - 9];
    const [a, b, c, d] = [x, y, x2, y2].map((each) => each.toFixed(2));
    const width = [0.18, 0.25, 0.35][i % 3];
    lines.push(
      as === "line"
        ? `<line x1="${a}" y1="${b}" x2="${c}" y2="${d}" stroke="#000" stroke-width="${width}"/>`
        : `<path d="M${a} ${b}L${c} ${d}"/>`,
    );
  }
  const svg = join(folder, "strokes.svg");
  const group = as === "line" ? "<g>" : '<g fill="none" stroke="#000" stroke-width="0.25">';
  writeFileSync(
    svg,
    `<svg xmlns="http://www.w3.org/2000/svg" width="841mm" height="594mm" viewBox="0 0 841 594">${group}${lines.join("")}</g></svg>`,
  );
  execFileSync("rsvg-convert", ["-f", "pdf", "--unlimited", "-o", path, svg]);
}

/** The content of a page of pdfkit, cut at line ends into many streams; the file around it is written here. */
function inStreams(path: string, folder: string): Uint8Array {
  const plain = join(folder, "plain.pdf");
  execFileSync("qpdf", ["--qdf", "--object-streams=disable", path, plain]);
  const file = readFileSync(plain, "latin1");
  let content = "";
  for (let at = file.indexOf("\nstream\n"); at >= 0; at = file.indexOf("\nstream\n", at + 1)) {
    const stream = file.slice(at + 8, file.indexOf("\nendstream", at));
    if (stream.length > content.length) content = stream;
  }
  const lines = content.split("\n");
  const each = Math.ceil(lines.length / STREAMS);
  const streams: Buffer[] = [];
  for (let i = 0; i < lines.length; i += each)
    streams.push(deflateSync(Buffer.from(`${lines.slice(i, i + each).join("\n")}\n`, "latin1")));
  const refs = streams.map((_, i) => `${i + 4} 0 R`).join(" ");
  const objects: Buffer[] = [
    Buffer.from("<< /Type /Catalog /Pages 2 0 R >>"),
    Buffer.from("<< /Type /Pages /Kids [3 0 R] /Count 1 >>"),
    Buffer.from(`<< /Type /Page /Parent 2 0 R /MediaBox [0 0 2384 1684] /Resources << >> /Contents [${refs}] >>`),
    ...streams.map((data) =>
      Buffer.concat([
        Buffer.from(`<< /Length ${data.length} /Filter /FlateDecode >>\nstream\n`),
        data,
        Buffer.from("\nendstream"),
      ]),
    ),
  ];
  const pieces = [Buffer.from("%PDF-1.7\n")];
  const offsets: number[] = [];
  let at = pieces[0]?.length ?? 0;
  objects.forEach((body, i) => {
    const piece = Buffer.concat([Buffer.from(`${i + 1} 0 obj\n`), body, Buffer.from("\nendobj\n")]);
    offsets.push(at);
    at += piece.length;
    pieces.push(piece);
  });
  const rows = offsets.map((offset) => `${String(offset).padStart(10, "0")} 00000 n \n`).join("");
  pieces.push(
    Buffer.from(
      `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${rows}trailer\n<< /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${at}\n%%EOF\n`,
    ),
  );
  return Buffer.concat(pieces);
}
