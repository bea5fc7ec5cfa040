import type { Board } from "../drawing";
import {
  drawLayerKey,
  drawLevelTag,
  drawNorthPoint,
  drawScaleBar,
  KEY_ROW_MM,
  KEY_SAMPLE_MM,
  Lettered,
  penIn,
  scaleBar,
} from "../plot";
import { formatLength, Length, parseScale, Scale } from "../quantity";
import { isDrawn, layerOfRole, StandardLookup, type LayerEntry, type OfficeStandard } from "../standard/plain";
import type { Specimen } from "./form";

/** Things of the office library, generated from the standard. */
export const LIBRARY_ITEMS = [
  { id: "scale-bar", title: "Scale bar", byScale: true },
  { id: "north-point", title: "North point", byScale: false },
  { id: "level-tag", title: "Level tag", byScale: false },
  { id: "layer-key", title: "Layer key", byScale: false },
  { id: "notes", title: "Standard notes", byScale: false },
] as const;

export type LibraryItem = (typeof LIBRARY_ITEMS)[number]["id"];
export const isLibraryItem = (id: string): id is LibraryItem => LIBRARY_ITEMS.some((item) => item.id === id);

export interface LibraryOptions {
  /** A listed scale, as written. */
  readonly scale?: string;
  /** Drawing kind whose layers a key holds. */
  readonly kind?: string;
}

class Maker {
  readonly lookup: StandardLookup;

  constructor(readonly standard: OfficeStandard) {
    this.lookup = new StandardLookup(standard);
  }

  /** Begins on a layer with its pen, black. */
  begin(board: Board, layer: LayerEntry | undefined): void {
    if (layer) board.layer(layer.name);
    board
      .ink(0)
      .fillInk(0)
      .pen(this.lookup.penOf(layer)?.widthMm ?? 0.25);
  }
}

/** An item of the library as it is drawn at true size; undefined where the standard has nothing to make it of. */
export function libraryItem(
  standard: OfficeStandard,
  item: LibraryItem,
  options: LibraryOptions = {},
): Specimen | undefined {
  const maker = new Maker(standard);
  switch (item) {
    case "scale-bar":
      return scaleBarItem(maker, options.scale ?? standard.scales[0]?.scale ?? "");
    case "north-point":
      return northPoint(maker);
    case "level-tag":
      return levelTag(maker);
    case "layer-key":
      return layerKey(maker, options.kind);
    case "notes":
      return notes(maker);
  }
}

const FIGURES_MM = 2.5;

function scaleBarItem(maker: Maker, written: string): Specimen | undefined {
  const scale = parseScale(written);
  if (!scale.ok) return undefined;
  const system = maker.standard.scales.find((each) => each.scale === written)?.system ?? maker.standard.units;
  const bar = scaleBar(Scale.of(scale.value.buildingPerPaper), system);
  const figures = maker.lookup.letteringHeight(FIGURES_MM);
  return {
    widthMm: bar.lengthMm + 20,
    heightMm: figures * 2 + 14,
    draw: (board) => {
      maker.begin(board, layerOfRole(maker.standard.layers, "scale-bars", "titles", "symbols"));
      const lettered = Lettered.near(board, maker.lookup, FIGURES_MM);
      drawScaleBar(board, bar, 8, figures + 6, lettered);
      lettered.asWritten(written, 8, 3);
    },
  };
}

function northPoint(maker: Maker): Specimen {
  return {
    widthMm: 40,
    heightMm: 44,
    draw: (board) => {
      maker.begin(board, layerOfRole(maker.standard.layers, "symbols"));
      drawNorthPoint(board, 20, 18, 12, Lettered.near(board, maker.lookup, 5));
    },
  };
}

/** Levels in the ways of writing lengths that the standard has for them: the datum, one above, one below. */
function levelTag(maker: Maker): Specimen {
  const height = maker.lookup.letteringHeight(FIGURES_MM);
  const metres = maker.standard.unitStyles.find((style) => style.system === "m");
  const written = (mm: number): string =>
    metres
      ? `${mm > 0 ? "+" : mm < 0 ? "−" : "±"}${formatLength(Length.of(Math.abs(mm), "mm"), { system: "m", decimals: metres.decimals, suffix: metres.suffix })}`
      : formatLength(Length.of(mm, "mm"), { system: "feet-inches", finestFraction: 16, zeroInches: true });
  return {
    widthMm: 60,
    heightMm: 3 * (height * 3 + 4) + 4,
    draw: (board) => {
      maker.begin(board, layerOfRole(maker.standard.layers, "symbols"));
      const lettered = Lettered.near(board, maker.lookup, FIGURES_MM);
      [2400, 0, -600].forEach((mm, i) =>
        drawLevelTag(board, 10, 4 + (2 - i) * (height * 3 + 4), written(mm), lettered),
      );
    },
  };
}

const KEY_MM = 2;

function layerKey(maker: Maker, kind: string | undefined): Specimen | undefined {
  const { standard } = maker;
  const layers = standard.layers.filter((layer) => {
    const state = kind === undefined ? (layer.plots ? "drawn" : "left-out") : standard.showing[layer.name]?.[kind];
    return !layer.withdrawn && (isDrawn(state) || state === "faint");
  });
  const lettering = layerOfRole(standard.layers, "legends", "lettering");
  if (layers.length === 0 || !lettering) return undefined;
  const heightMm = layers.length * KEY_ROW_MM + 8;
  const longest = layers.reduce((most, layer) => Math.max(most, layer.name.length), 0);
  return {
    widthMm: KEY_SAMPLE_MM + longest * 2 + 16,
    heightMm,
    draw: (board) =>
      void drawLayerKey(
        board,
        maker.lookup,
        layers,
        4,
        heightMm - 7,
        {
          layer: lettering.name,
          penMm: maker.lookup.penOf(lettering)?.widthMm ?? 0.25,
          style: maker.lookup.nearestTextStyle(KEY_MM),
          usualMm: KEY_MM,
        },
        penIn(standard, kind),
      ),
  };
}

const NOTE_WIDTH_MM = 120;
const NOTE_TITLE_MM = 3.5;
const NOTE_MM = 2.5;

function notes(maker: Maker): Specimen | undefined {
  const { standard } = maker;
  if (standard.notes.length === 0) return undefined;
  const [title, body] = [maker.lookup.letteringHeight(NOTE_TITLE_MM), maker.lookup.letteringHeight(NOTE_MM)];
  const line = body * 1.7;
  // Counted generously: a board that measures more exactly breaks lines elsewhere.
  const lines = standard.notes.reduce(
    (sum, note) =>
      sum + Math.ceil((note.text.length * body * 0.72) / (NOTE_WIDTH_MM - 8)) + note.text.split("\n").length,
    0,
  );
  const heightMm = lines * line + standard.notes.length * (title + 8) + 8;
  return {
    widthMm: NOTE_WIDTH_MM,
    heightMm,
    draw: (board) => {
      maker.begin(board, layerOfRole(standard.layers, "notes", "lettering"));
      const titles = Lettered.near(board, maker.lookup, NOTE_TITLE_MM);
      const text = Lettered.near(board, maker.lookup, NOTE_MM);
      let y = heightMm - 4;
      for (const note of standard.notes) {
        y -= title + 3;
        titles.words(note.title, 4, y);
        for (const words of text.wrapped(note.text, NOTE_WIDTH_MM - 8)) {
          y -= line;
          text.asWritten(words, 4, y);
        }
        y -= 5;
      }
    },
  };
}
