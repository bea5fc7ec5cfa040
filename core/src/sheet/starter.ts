import type { Board } from "../drawing";
import {
  drawLayerKey,
  drawRows,
  KEY_ROW_MM,
  KEY_SAMPLE_MM,
  layRows,
  Lettered,
  penIn,
  plotsWith,
  shade,
  styleLettering,
  type KeyLettering,
  type RowStops,
} from "../plot";
import { PdfWriter } from "../formats/pdf/write";
import type { LetteringFont } from "../formats/font-file";
import { letteringOf, otherFonts } from "./lettering-font";
import { SvgBoard } from "../formats/svg";
import { bad, good, type Result } from "../base/result";
import { isDrawn } from "../standard/plain";
import { parseLength, parseScale } from "../quantity";
import {
  layerOfRole,
  StandardLookup,
  type DimensionStyleEntry,
  type FrameEntry,
  type KindEntry,
  type LayerEntry,
  type OfficeStandard,
  type UnitStyleEntry,
} from "../standard";
import { drawFrame, drawingArea } from "./frame";

/** A starter: what a new drawing of a kind begins from, in both forms. */
export interface Starter {
  readonly pdf: Uint8Array;
  readonly svg: string;
  /** Layers that it holds. */
  readonly layers: readonly string[];
  /** Layers left out because nobody has decided them for this kind. */
  readonly undecided: readonly string[];
}

const MARGIN_MM = 12;
const COLUMN_MM = 86;
const SAMPLES_MM = 120;
const KEY_MM = 2.5;
/** A sheet for a starter of a standard that has no frame: A3, lying. */
const NO_FRAME = { widthMm: 420, heightMm: 297 };

/**
 * Makes the starter of a drawing kind: its frame, a key with every layer it draws, each in its own
 * pen and line type, and samples of its lettering and dimensions. `kindId` may be left out where the
 * standard has no kinds: then all layers that plot are in it.
 */
export async function makeStarter(
  standard: OfficeStandard,
  kindId: string | undefined,
  fonts: readonly LetteringFont[],
): Promise<Result<Starter>> {
  const kind = standard.kinds.find((each) => each.id === kindId);
  if (!kind && (kindId !== undefined || standard.kinds.length > 0))
    return bad(
      "no-such-drawing-kind",
      kindId === undefined ? "A starter is of one drawing kind." : `The standard has no drawing kind “${kindId}”.`,
      {
        remedy: `Choose one of: ${standard.kinds.map((each) => each.id).join(", ") || "none; leave the kind out"}.`,
      },
    );
  const font = letteringOf(standard, fonts);
  if (!font.ok) return font;
  const sheet = new StarterSheet(standard, kind);
  const others = otherFonts(standard, fonts, font.value);
  const pdf = await PdfWriter.create(font.value, sheet.title, others);
  const page = pdf.addPage(sheet.widthMm, sheet.heightMm);
  sheet.draw(page);
  const scale = parseScale(kind?.scales[0] ?? "");
  if (scale.ok)
    page.stateScale([
      {
        boxMm: { x: 0, y: 0, width: sheet.widthMm, height: sheet.heightMm },
        name: sheet.title,
        buildingPerPaper: scale.value.toNumber(),
        ratio: kind?.scales[0] ?? "",
        units: /['"=]/.test(kind?.scales[0] ?? "") ? "feet-inches" : "metric",
      },
    ]);
  page.finish();
  const board = new SvgBoard(sheet.widthMm, sheet.heightMm, font.value, others);
  sheet.draw(board);
  return good({
    pdf: await pdf.save(),
    svg: board.file(sheet.title),
    layers: sheet.layers.map((layer) => layer.name),
    undecided: sheet.undecided,
  });
}

/** One side of a building in modules, so that every row of a style shows. */
const STOPS: RowStops = {
  overall: [0, 26],
  grid: [0.5, 16, 25.5],
  masses: [0, 16, 26],
  openings: [0, 5, 10, 16, 21, 26],
};

class StarterSheet {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly title: string;
  readonly layers: readonly LayerEntry[];
  readonly undecided: readonly string[];
  private readonly lookup: StandardLookup;
  private readonly frame: FrameEntry | undefined;
  private readonly lettering: KeyLettering;

  constructor(
    private readonly standard: OfficeStandard,
    private readonly kind: KindEntry | undefined,
  ) {
    this.lookup = new StandardLookup(standard);
    const inUse = standard.layers.filter((layer) => !layer.withdrawn);
    const shown = (layer: LayerEntry) =>
      kind ? standard.showing[layer.name]?.[kind.id] : layer.plots ? "drawn" : "left-out";
    this.layers = inUse.filter((layer) => isDrawn(shown(layer)) || shown(layer) === "faint");
    this.undecided = inUse.filter((layer) => shown(layer) === undefined).map((layer) => layer.name);
    this.frame = standard.frames.find((each) => each.id === kind?.frame) ?? standard.frames[0];
    this.title = `${standard.name}, edition ${standard.edition}: starter${kind ? `, ${kind.title || kind.id}` : ""}`;
    const area = this.frame ? drawingArea(this.frame) : undefined;
    this.widthMm = this.frame?.widthMm ?? NO_FRAME.widthMm;
    const needed =
      Math.ceil(this.layers.length / this.columns(area?.width ?? NO_FRAME.widthMm)) * KEY_ROW_MM + SAMPLES_MM;
    // A register too long for the frame goes on a page that is as tall as it needs.
    this.heightMm = Math.max(
      this.frame?.heightMm ?? NO_FRAME.heightMm,
      needed > (area?.height ?? NO_FRAME.heightMm) ? needed + 60 : 0,
    );
    this.lettering = this.keyLettering();
  }

  private columns(width: number): number {
    return Math.max(1, Math.floor((width - 2 * MARGIN_MM) / COLUMN_MM));
  }

  /** The key is lettered on a layer of the kind that takes text, in the style nearest to its usual height. */
  private keyLettering(): KeyLettering {
    const layer = layerOfRole(this.layers, "legends", "lettering") ?? this.layers[0];
    const styles = this.standard.textStyles.filter((style) => this.kind?.textStyles.includes(style.id) ?? true);
    const nearest = [...(styles.length > 0 ? styles : this.standard.textStyles)].sort(
      (a, b) => Math.abs(a.heightMm - KEY_MM) - Math.abs(b.heightMm - KEY_MM),
    )[0];
    return {
      layer: layer?.name ?? this.frame?.layers.cells ?? "",
      penMm: layer ? plotsWith(this.lookup, layer).widthMm : 0.25,
      style: nearest,
      usualMm: KEY_MM,
    };
  }

  draw(board: Board): void {
    const whole = this.frame && this.heightMm === this.frame.heightMm;
    if (this.frame && whole) drawFrame(board, this.frame, this.particulars(), this.lookup);
    const area =
      this.frame && whole
        ? drawingArea(this.frame)
        : { x: 10, y: 10, width: this.widthMm - 20, height: this.heightMm - 20 };
    const [left, top] = [area.x + MARGIN_MM, area.y + area.height - MARGIN_MM];
    const rows = this.drawKey(board, left, top, area.width);
    this.drawSamples(board, left, top - rows * KEY_ROW_MM - 10);
  }

  private particulars(): Record<string, string> {
    const title = this.kind?.title || this.kind?.id || "Starter";
    const filled: Record<string, string> = {
      owner: this.standard.name,
      title: "Starter",
      supplement: title,
      scale: this.kind?.scales[0] ?? "",
    };
    // A starter is handed on to be filled, so the rest says what goes there.
    for (const cell of this.frame?.titleBlock.cells ?? []) filled[cell.field] ??= "–";
    return filled;
  }

  private drawKey(board: Board, left: number, top: number, width: number): number {
    const columns = this.columns(width);
    const rows = Math.max(1, Math.ceil(this.layers.length / columns));
    const penOf = penIn(this.standard, this.kind?.id);
    for (let column = 0; column < columns; column++) {
      const part = this.layers.slice(column * rows, (column + 1) * rows);
      drawLayerKey(board, this.lookup, part, left + column * COLUMN_MM, top - 5, this.lettering, penOf);
    }
    return rows;
  }

  private drawSamples(board: Board, left: number, top: number): void {
    const { layer } = this.lettering;
    if (layer === "") return;
    let y = top;
    const ids = this.kind?.textStyles;
    for (const style of this.standard.textStyles.filter((each) => !ids || ids.length === 0 || ids.includes(each.id))) {
      y -= style.heightMm + 3;
      board.layer(layer).ink(0).fillInk(0);
      new Lettered(board, style, style.heightMm).words(`${style.id} ${style.heightMm} mm`, left, y);
    }
    const style = this.standard.dimensionStyles.find((each) => each.id === this.kind?.dimensionStyle);
    if (style) this.drawDimensions(board, style, left + KEY_SAMPLE_MM * 5, top - 6);
  }

  /** The sample is drawn at the scale that the sheet states. */
  private scale(): number {
    const scale = parseScale(this.kind?.scales[0] ?? "");
    return scale.ok ? scale.value.toNumber() : USUAL_SCALE;
  }

  private drawDimensions(board: Board, style: DimensionStyleEntry, left: number, top: number): void {
    const units = this.standard.unitStyles.find((each) => each.id === style.unitStyle);
    const textStyle = this.standard.textStyles.find((each) => each.id === style.textStyle);
    const textMm = textStyle?.heightMm;
    const layer =
      this.layers.find((each) => each.name === style.layer) ?? this.layers.find((each) => each.role === "dimensions");
    if (!units || !textMm || !layer) return;
    const scale = this.scale();
    const moduleMm = sampleModule(units, scale);
    const stops = Object.fromEntries(
      Object.entries(STOPS).map(([row, each]) => [row, each.map((stop) => stop * moduleMm)]),
    );
    const rows = layRows(style, units, stops, scale);
    const penOf = penIn(this.standard, this.kind?.id);
    const look = plotsWith(this.lookup, layer, penOf);
    board.layer(layer.name).ink(shade(look.shadePercent)).fillInk(0).pen(look.widthMm, look.dashMm);
    const out = (rows[0]?.outMm ?? 0) + textMm * 2;
    board.lettering(styleLettering(textStyle));
    drawRows(board, style, textMm, rows, { from: [left, top - out], alongDeg: 0, out: 1 });
    board.lettering();
  }
}

/** A module of the sample on paper, about, and the scale of a kind that names none. */
const MODULE_ON_PAPER_MM = 4.3;
const USUAL_SCALE = 70;

/** A module in the building that is as large on paper, in whole planning modules of the office. */
function sampleModule({ system, module }: UnitStyleEntry, scale: number): number {
  const planned = module === undefined ? undefined : parseLength(module);
  const step = planned?.ok ? planned.value.toNumber() : /feet|inch/.test(system) ? 25.4 : 50;
  // Two of them, since the sample's grid stands amid its walls.
  return Math.max(1, Math.round((MODULE_ON_PAPER_MM * scale) / step / 2)) * 2 * step;
}
