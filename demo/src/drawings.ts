import { readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import type { BoxMm } from "@hemstitch/core/drawing";
import { PdfWriter, type FontFile } from "@hemstitch/core/formats/pdf/write";
import { formatScale, must, parseScale } from "@hemstitch/core/quantity";
import { preset, type OfficeStandard } from "@hemstitch/core/standard";
import { ORCHARD, SALTMARSH, type Building } from "./building";
import { drawSouthElevation } from "./draw-elevation";
import { drawPlan } from "./draw-plan";
import { drawPlants } from "./plants";
import { drawBuildingPlants, SALTMARSH_SLIPPED } from "./plants-building";
import { DETAILS, drawDetailSheet } from "./plants-details";
import { plottedSheet, scannedSheet } from "./handed-in";
import { drawStructure } from "./draw-structure";
import { PenBoard, type Slips } from "./pen-board";

const fonts = join(dirname(fileURLToPath(import.meta.url)), "..", "..", "core", "assets", "fonts");

/** Lettering of the demo office: Barlow, whose capitals are seven tenths of the size (its OS/2 table). */
export const barlow = (): FontFile => ({
  bytes: new Uint8Array(readFileSync(join(fonts, "Barlow-Regular.ttf"))),
  capHeight: 0.7,
});

/** Lettering of the consultant. */
const barlowMedium = (): FontFile => ({
  bytes: new Uint8Array(readFileSync(join(fonts, "Barlow-Medium.ttf"))),
  capHeight: 0.7,
});

/** A font that the office does not letter with. */
const mono = () => ({
  family: "Spline Sans Mono",
  bytes: new Uint8Array(readFileSync(join(fonts, "SplineSansMono-Regular.ttf"))),
  capHeight: 0.7,
});

export const demoStandard = (): OfficeStandard => {
  const standard = preset("tarnwick");
  if (!standard) throw new Error("The preset of the demo office is missing.");
  return standard;
};

/** One drawing of the demo: what it shows, how, and with which slips. Sizes in millimetres. */
interface Recipe {
  readonly file: string;
  readonly title: string;
  readonly building: Building;
  readonly scale: string;
  /** What the file says of its scale; as it is drawn unless said. */
  readonly stated?: string;
  readonly page: readonly [number, number];
  readonly slips?: Slips;
  readonly extra?: (board: PenBoard) => void;
  /** What is drawn instead of the plan, in the building's own millimetres. */
  readonly draw?: (board: PenBoard, building: Building) => void;
  /** Lettered as the office letters unless said. */
  readonly font?: () => FontFile;
  /** What is drawn instead of the plan, and where the file says that drawings are. */
  readonly sheet?: { readonly draw: (board: PenBoard) => void; readonly places: readonly BoxMm[] };
}

const A1 = [841, 594] as const;
const A3 = [420, 297] as const;
const ARCH_D = [914.4, 609.6] as const;

const RECIPES: readonly Recipe[] = [
  { file: "saltmarsh-ground-50.pdf", title: "Ground floor plan", building: SALTMARSH, scale: "1:50", page: A1 },
  { file: "saltmarsh-ground-100-a3.pdf", title: "Ground floor plan", building: SALTMARSH, scale: "1:100", page: A3 },
  {
    file: "saltmarsh-ground-50-drafter.pdf",
    title: "Ground floor plan",
    building: SALTMARSH,
    scale: "1:50",
    page: A1,
    slips: {
      names: { "A-WALL": "walls", "A-DOOR": "A_Door" },
      widths: { "A-GLAZ": 0.35, "A-FLOR-STRS": 0.3, "A-FURN": 0 },
      dashes: { "A-FLOR-OVHD": [9, 5] },
      heights: { "A-ANNO-TEXT": { 3.5: 3 } },
    },
    extra: (board) => {
      board.page.layer("A-AREA").endLayer().pen(0.25);
      board
        .line(8000, 8600, 8800, 8600)
        .line(8800, 8600, 8800, 9200)
        .line(8800, 9200, 8000, 9200)
        .line(8000, 9200, 8000, 8600);
    },
  },
  {
    file: "saltmarsh-annotation-drafter.pdf",
    title: "Ground floor plan",
    building: SALTMARSH,
    scale: "1:50",
    page: A1,
    extra: (board) => drawPlants(board, SALTMARSH),
  },
  {
    file: "saltmarsh-building-drafter.pdf",
    title: "Ground floor plan",
    building: SALTMARSH_SLIPPED,
    scale: "1:50",
    page: A1,
    extra: drawBuildingPlants,
  },
  {
    file: "saltmarsh-south-drafter.pdf",
    title: "South elevation",
    building: SALTMARSH,
    scale: "1:50",
    page: A1,
    draw: (board, building) => drawSouthElevation(board, building, { at: 15000, by: 60 }),
  },
  {
    file: "saltmarsh-details-drafter.pdf",
    title: "Details",
    building: SALTMARSH,
    scale: "1:10",
    page: A1,
    sheet: { draw: drawDetailSheet, places: DETAILS.map(({ place }) => place) },
  },
  {
    file: "saltmarsh-half-size.pdf",
    title: "Ground floor plan",
    building: SALTMARSH,
    scale: "1:100",
    // Somebody printed the sheet at half size; what it says of its scale stayed.
    stated: "1:50",
    page: A3,
  },
  {
    file: "saltmarsh-ground-75-trimmed.pdf",
    title: "Ground floor plan",
    building: SALTMARSH,
    scale: "1:75",
    page: [829, 582],
  },
  { file: "orchard-ground-48.pdf", title: "Floor plan", building: ORCHARD, scale: `1/4" = 1'-0"`, page: ARCH_D },
  {
    file: "orchard-ground-48-drafter.pdf",
    title: "Floor plan",
    building: ORCHARD,
    scale: `1/4" = 1'-0"`,
    page: ARCH_D,
    slips: {
      names: { "A-WALL": "A-WAL" },
      widths: { "A-DOOR": 0.4 },
      dashes: { "A-GRID": [2.16, 0.54] },
      heights: { "A-ANNO-DIMS": { 2.5: 2 } },
    },
    extra: (board) => {
      board.page.layer("A-SIGN").pen(0.25);
      board.box(8500, -2600, 3000, 400).text("CLINIC", 10_000, -2600, 2.5, "middle", 0, 0, 2);
    },
  },
  {
    file: "orchard-structure-consultant.pdf",
    title: "Foundation plan",
    building: ORCHARD,
    scale: `1/4" = 1'-0"`,
    page: ARCH_D,
    draw: drawStructure,
    font: barlowMedium,
  },
];

export interface DemoDrawing {
  readonly file: string;
  readonly title: string;
  readonly work: string;
  readonly scale: string;
  readonly bytes: Uint8Array;
}

/** Generates the demo's drawings as layered PDFs. */
export async function demoDrawings(): Promise<DemoDrawing[]> {
  const ours = RECIPES.map(async (recipe) => ({
    file: recipe.file,
    title: recipe.title,
    work: recipe.building.work,
    scale: recipe.scale,
    bytes: await generate(recipe),
  }));
  const handedIn = { work: SALTMARSH.work, scale: "1:50" };
  return Promise.all([
    ...ours,
    scannedSheet().then((bytes) => ({ ...handedIn, file: "saltmarsh-quay-scanned.pdf", title: "Survey", bytes })),
    plottedSheet().then((bytes) => ({ ...handedIn, file: "saltmarsh-quay-plotted.pdf", title: "Old quay", bytes })),
  ]);
}

async function generate({
  title,
  building,
  scale: written,
  stated = written,
  page: [width, height],
  slips,
  extra,
  draw = drawPlan,
  font = barlow,
  sheet,
}: Recipe): Promise<Uint8Array> {
  const scale = must(parseScale(written));
  const drawing = await PdfWriter.create(font(), `${building.work}: ${title}`, sheet ? [mono()] : []);
  const page = drawing.addPage(width, height);
  const { x0, y0, x1, y1 } = building.outside;
  const k = scale.toNumber();
  // The building stands in the middle, a little right and low: dimension rows stand left and above.
  const origin = sheet
    ? ([0, 0] as const)
    : ([(width - (x1 - x0) / k) / 2 + 10 - x0 / k, (height - (y1 - y0) / k) / 2 - 12 - y0 / k] as const);
  const board = new PenBoard(page, demoStandard(), k, origin, slips);
  if (sheet) sheet.draw(board);
  else draw(board, building);
  extra?.(board);
  const said = must(parseScale(stated));
  const places = sheet?.places ?? [{ x: 0, y: 0, width, height }];
  page.stateScale(
    places.map((boxMm) => ({
      boxMm,
      name: title,
      buildingPerPaper: said.toNumber(),
      ratio: formatScale(said, building.units),
      units: building.units,
    })),
  );
  page.finish();
  return drawing.save();
}
