import { PDFDocument as PdfLib, StandardFonts, degrees, rgb } from "@cantoo/pdf-lib";
import fc from "fast-check";
import { readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import PdfKit from "pdfkit";
import { lettering, on, onePage, PT } from "./raw-pdf";
import { run, temporary } from "./tools";

/** Something on a sheet of 420 × 297 mm. Lengths in millimetres. */
export type Mark =
  | {
      kind: "line";
      x: number;
      y: number;
      dx: number;
      dy: number;
      width: number;
      dash: number[];
      own: boolean;
      colour: readonly [number, number, number];
      /** Drawn once more in the same place. */
      twice: boolean;
      layer: number;
    }
  | { kind: "tint"; x: number; y: number; w: number; h: number; alpha: number; stroked: boolean; layer: number }
  | { kind: "text"; x: number; y: number; height: number; turn: number; text: string; layer: number }
  | { kind: "part"; x: number; y: number; scale: number; layer: number }
  | { kind: "clipped"; x: number; y: number; width: number; layer: number };

const WIDTHS = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 0, 0.02, 0.3, 0.4, 0.22, 0.6];
const HEIGHTS = [2.5, 3.5, 5, 7, 2.2, 3.1, 4.4];
const DASHES = [[], [], [], [4, 2], [9, 5], [12, 2, 2, 2], [1, 1]];
const COLOURS = [
  [0, 0, 0],
  [0, 0, 0],
  [0, 0, 0],
  [1, 0, 0],
  [0.5, 0.5, 0.5],
] as const;
/** “Layer 1” is one that programs bring of themselves; marks of the last index, one more than there are, are on none. */
export const LAYERS = ["A-WALL", "A-GLAZ", "walls", "A_Door", "A-ANNO-TEXT", "Layer 1", "A-ANNO-NPLT"];

const place = {
  x: fc.integer({ min: 20, max: 320 }),
  y: fc.integer({ min: 20, max: 240 }),
  layer: fc.integer({ min: 0, max: LAYERS.length }),
};
const mark: fc.Arbitrary<Mark> = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      kind: fc.constant("line" as const),
      ...place,
      dx: fc.integer({ min: -80, max: 80 }),
      dy: fc.integer({ min: -40, max: 40 }),
      width: fc.constantFrom(...WIDTHS),
      dash: fc.constantFrom(...DASHES),
      own: fc.boolean(),
      colour: fc.constantFrom(...COLOURS),
      twice: fc.boolean(),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant("tint" as const),
      ...place,
      w: fc.integer({ min: 10, max: 70 }),
      h: fc.integer({ min: 10, max: 40 }),
      alpha: fc.constantFrom(1, 0.25, 0.5),
      stroked: fc.boolean(),
    }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constant("text" as const),
      ...place,
      height: fc.constantFrom(...HEIGHTS),
      turn: fc.constantFrom(0, 0, 90, 30, 180, -90),
      text: fc.constantFrom("HALL", "3600", "Stair up", "12.5 m2", "A-101"),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({ kind: fc.constant("part" as const), ...place, scale: fc.constantFrom(1, 1, 2, 0.5) }),
  },
  {
    weight: 1,
    arbitrary: fc.record({ kind: fc.constant("clipped" as const), ...place, width: fc.constantFrom(...WIDTHS) }),
  },
);

export const drawings: fc.Arbitrary<Mark[]> = fc.array(mark, { minLength: 1, maxLength: 14 });

export type Maker = (marks: readonly Mark[]) => Promise<Uint8Array>;

const turned = (turn: number): string => {
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return `${c.toFixed(5)} ${s.toFixed(5)} ${(-s).toFixed(5)} ${c.toFixed(5)}`;
};

/** Operators by hand: shared settings, forms, clips, tints, layers. */
const byHand: Maker = async (marks) => {
  const content = marks.map((each): string => {
    const said = ((): string => {
      if (each.kind === "line") {
        const path = `${each.x} ${each.y} m ${each.x + each.dx} ${each.y + each.dy} l S `;
        const line = `${each.colour.join(" ")} RG ${each.width} w [${each.dash.join(" ")}] 0 d ${path.repeat(each.twice ? 2 : 1)}`;
        return each.own ? `q ${line} Q` : line;
      }
      if (each.kind === "tint")
        return `q /G${each.alpha * 100} gs 0.8 0.2 0.1 rg 0.35 w ${each.x} ${each.y} ${each.w} ${each.h} re ${each.stroked ? "B" : "f"} Q`;
      if (each.kind === "text")
        return `q ${turned(each.turn)} ${each.x} ${each.y} cm ${lettering(each.text, 0, 0, each.height)} Q`;
      if (each.kind === "part") return `q ${each.scale} 0 0 ${each.scale} ${each.x} ${each.y} cm /X0 Do Q`;
      return `q ${each.x} ${each.y} 40 20 re W n ${each.width} w ${each.x - 10} ${each.y} m ${each.x + 60} ${each.y + 20} l S Q`;
    })();
    return each.layer < LAYERS.length ? on(each.layer, said) : said;
  });
  return onePage({
    layers: LAYERS,
    content: content.join("\n"),
    packed: true,
    resources: (file) => {
      const part = file.stream(
        "0.3 w 0 0 m 12 0 l 12 8 l 0 8 l s 0.35 w 2 2 m 10 6 l S",
        "/Type /XObject /Subtype /Form /BBox [-1 -1 20 20]",
      );
      const states = [1, 0.25, 0.5].map((alpha) => `/G${alpha * 100} << /ca ${alpha} /CA ${alpha} >>`);
      return `/XObject << /X0 ${part} >> /ExtGState << ${states.join(" ")} >>`;
    },
  });
};

const byPdfKit: Maker = async (marks) => {
  const document = new PdfKit({ size: [420 * PT, 297 * PT] });
  const chunks: Buffer[] = [];
  document.on("data", (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise((done) => document.on("end", done));
  document.scale(PT);
  for (const each of marks) {
    const y = 297 - each.y;
    document.save();
    if (each.kind === "line") {
      for (let times = each.twice ? 2 : 1; times > 0; times--) {
        document
          .strokeColor(each.colour.map((part) => part * 255) as [number, number, number])
          .lineWidth(each.width)
          .moveTo(each.x, y)
          .lineTo(each.x + each.dx, y - each.dy);
        if (each.dash.length > 0) document.dash(each.dash as unknown as number, {});
        document.stroke();
      }
    } else if (each.kind === "tint") {
      document
        .opacity(each.alpha)
        .lineWidth(0.35)
        .rect(each.x, y - each.h, each.w, each.h);
      if (each.stroked) document.fillAndStroke("#c31", "#000");
      else document.fill("#c31");
    } else if (each.kind === "text") {
      document.rotate(-each.turn, { origin: [each.x, y] });
      document
        .font("Helvetica")
        .fontSize(each.height / 0.718)
        .text(each.text, each.x, y - each.height, { lineBreak: false });
    } else {
      document.rect(each.x, y - 20, 40, 20).clip();
      document
        .lineWidth(each.kind === "clipped" ? each.width : 0.3)
        .moveTo(each.x - 10, y)
        .lineTo(each.x + 60, y - 20)
        .stroke();
    }
    document.restore();
  }
  document.end();
  await ended;
  return new Uint8Array(Buffer.concat(chunks));
};

const byPdfLib: Maker = async (marks) => {
  const document = await PdfLib.create();
  const page = document.addPage([420 * PT, 297 * PT]);
  const font = await document.embedFont(StandardFonts.TimesRoman);
  for (const each of marks) {
    const [x, y] = [each.x * PT, each.y * PT];
    if (each.kind === "line" || each.kind === "clipped")
      page.drawLine({
        start: { x, y },
        end:
          each.kind === "line" ? { x: (each.x + each.dx) * PT, y: (each.y + each.dy) * PT } : { x: x + 99, y: y + 44 },
        thickness: each.width * PT,
        ...(each.kind === "line" && each.dash.length > 0 ? { dashArray: each.dash.map((dash) => dash * PT) } : {}),
      });
    else if (each.kind === "tint")
      page.drawRectangle({
        x,
        y,
        width: each.w * PT,
        height: each.h * PT,
        color: rgb(0.2, 0.5, 0.8),
        opacity: each.alpha,
        ...(each.stroked ? { borderWidth: 0.35 * PT } : {}),
      });
    else if (each.kind === "text")
      page.drawText(each.text, { x, y, size: (each.height / 0.662) * PT, font, rotate: degrees(each.turn) });
    else page.drawEllipse({ x, y, xScale: 20 * each.scale, yScale: 9, borderWidth: 0.3 * PT });
  }
  return document.save();
};

/** A file written anew by a tool: `run` names in and out. */
const rewritten =
  (maker: Maker, write: (from: string, to: string) => void): Maker =>
  async (marks) => {
    const from = temporary(await maker(marks));
    const to = join(dirname(from), "again.pdf");
    write(from, to);
    return new Uint8Array(readFileSync(to));
  };

export const MAKERS: Readonly<Record<string, Maker>> = {
  "by hand": byHand,
  pdfkit: byPdfKit,
  "pdf-lib": byPdfLib,
  "qpdf, object streams": rewritten(byHand, (from, to) => run("qpdf", "--object-streams=generate", from, to)),
  "mutool, contents written anew": rewritten(byHand, (from, to) => run("mutool", "clean", "-s", "-z", from, to)),
  "mutool, from pdfkit": rewritten(byPdfKit, (from, to) => run("mutool", "clean", "-s", "-gggg", from, to)),
};
