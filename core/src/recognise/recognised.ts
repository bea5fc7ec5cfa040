import {
  boxOfPoints,
  cornersOfBox,
  distanceToBox,
  visibleStraightsOfRow,
  type BoxMm,
  type Drawing,
  type PointMm,
} from "../drawing";
import type { StandardLookup } from "../standard/plain";
import { inItsUnits, type Scale } from "../quantity";
import { LEVELS, type Level } from "./building/levels";
import { OPENINGS, SURE_WALL } from "./building/openings";
import { mayBeOnPlan } from "./building/plans";
import { ROOMS } from "./building/rooms";
import { SLOPES } from "./building/slopes";
import { WALLS } from "./building/walls";
import { CODE_LABELS } from "./codes/labels";
import { LEGENDS } from "./codes/legends";
import { referenceWords, SHEET_REFERENCES, type ReferenceKind } from "./codes/references";
import { DRAWN_PARTS, type DrawnPart } from "./dimensions/drawings";
import { ROUND_DIMENSIONS, type RoundDimension } from "./dimensions/round";
import { RUNNING_DIMENSIONS } from "./dimensions/running";
import { scaleInWords } from "./dimensions/scale-in-words";
import { DRAWING_TITLES, type DrawingTitle } from "./drawing-titles";
import { DRAWN_LETTERING } from "./drawn-lettering";
import { GRID_LINES } from "./grid-lines";
import { HATCHES, SURE_HATCH } from "./hatches/hatches";
import { FileFacts, type PageFacts } from "./recogniser";
import { LEADERS } from "./leaders";
import { cornersOf, LETTERING, middleOf } from "./lettering";
import { NORTH_POINTS, type NorthPoint } from "./north-points";
import { SCALE_BARS } from "./scale-bars";
import { SCALE_NOTES } from "./scale-notes";
import { SHEET_FRAMES } from "./sheet-frames";
import { STAMPS } from "./stamps";
import { TEXT_BLOCKS } from "./text-blocks";
import { REVISION_TABLES } from "./title-blocks/revision-tables";
import { TITLE_BLOCKS } from "./title-blocks/title-blocks";

/** What was made out on a page, as plain values to be shown and sent. Millimetres on paper. */
export interface Recognised {
  readonly dimensions: readonly RecognisedDimension[];
  /** Radii, diameters, angles, lengths along arcs and distances from a zero line. */
  readonly round: readonly RecognisedRound[];
  readonly leaders: readonly RecognisedLeader[];
  readonly drawings: readonly RecognisedDrawing[];
  readonly hatches: readonly RecognisedHatch[];
  /** Scales that are written on the page, building per paper. */
  readonly notes: readonly number[];
  /** Lines of lettering, and those that are drawn as lines or outlines, which can't be read. */
  readonly lettering: readonly RecognisedLine[];
  /** Lines that are read one after the other. */
  readonly blocks: readonly RecognisedLine[];
  /** Scale bars and north points. */
  readonly guides: readonly RecognisedGuide[];
  /** Cells of title blocks. */
  readonly titles: readonly RecognisedCell[];
  /** Walls from end to end, and openings in them. */
  readonly walls: readonly RecognisedWall[];
  readonly rooms: readonly RecognisedRoom[];
  /** Grid lines from their bubbles, and levels. */
  readonly grids: readonly RecognisedGrid[];
  readonly slopes: readonly RecognisedSlope[];
  /** What is written to find one's way: titles of drawings, codes and what explains them, references, revisions, stamps. */
  readonly signs: readonly RecognisedSign[];
  /** Within the border of the sheet, where one is drawn. */
  readonly borderMm?: BoxMm;
}

export interface RecognisedSign {
  readonly kind: "drawing title" | "code" | "explained code" | "revision" | "stamp" | ReferenceKind;
  /** What it says: of a title, a code, a stamp the words, of a reference what it refers to. */
  readonly words: string;
  /** The number of a drawing, the meaning of a code, what was revised; empty where nothing is. */
  readonly more: string;
  readonly boxMm: BoxMm;
}

/** A line and the slope that is written for it. */
export interface RecognisedSlope {
  readonly text: string;
  readonly from: PointMm;
  readonly to: PointMm;
}

/** A wall by the middle between its faces, or an opening from jamb to jamb. */
export interface RecognisedWall {
  readonly kind: "wall" | "door" | "window" | "opening";
  readonly from: PointMm;
  readonly to: PointMm;
  /** On paper: of a wall its thickness, of an opening that of its wall. */
  readonly thicknessMm: number;
  /** Thickness or width in the building, millimetres; unknown where no scale is. */
  readonly buildingMm?: number;
}

export interface RecognisedRoom {
  readonly ring: readonly PointMm[];
  readonly name: string;
  readonly number: string;
  /** As it is written; nothing where it is not. */
  readonly written: string;
  /** Within its walls, square metres; unknown where no scale is. */
  readonly areaM2?: number;
}

export interface RecognisedGrid {
  readonly kind: "grid line" | "level";
  readonly words: string;
  readonly from: PointMm;
  readonly to: PointMm;
}

/** A cell of a title block, and what is written in it. */
export interface RecognisedCell {
  /** What its label means, by the names that frames have for fields; none where that is not known. */
  readonly field?: string;
  readonly label: string;
  readonly value: string;
  readonly boxMm: BoxMm;
}

/** A scale bar from end to end, or a north point from its middle towards north. */
export interface RecognisedGuide {
  readonly kind: "scale bar" | "north point";
  readonly words: string;
  readonly from: PointMm;
  readonly to: PointMm;
}

export interface RecognisedDimension {
  readonly text: string;
  readonly from: PointMm;
  readonly to: PointMm;
  readonly place: string;
  /** Whether the drawn length is the written one at the scale that its drawing implies; unknown where none does. */
  readonly agrees?: boolean;
  /** The length that is drawn, in the drawing's units; unknown where no scale is implied. */
  readonly drawn?: string;
}

export interface RecognisedRound {
  readonly text: string;
  readonly kind: RoundDimension["kind"] | "distance from zero";
  /** Millimetres on paper; of an angle, degrees. */
  readonly drawn: number;
  readonly from: PointMm;
  readonly to: PointMm;
}

export interface RecognisedLeader {
  readonly text: string;
  readonly from: PointMm;
  readonly tip: PointMm;
}

export interface RecognisedScale {
  readonly buildingPerPaper: number;
  /** As the drawing's units write it: `1:50`, `1/4" = 1'-0"`. */
  readonly words: string;
}

export interface RecognisedDrawing {
  /** As its title has it; none where no title stands with it. */
  readonly title?: string;
  readonly boxMm: BoxMm;
  readonly implied?: RecognisedScale;
  readonly stated?: RecognisedScale;
  readonly agree: number;
  readonly of: number;
  readonly dimensions: readonly RecognisedDimension[];
}

/** A line of lettering, and the corners of its capitals. */
export interface RecognisedLine {
  readonly text: string;
  readonly corners: readonly PointMm[];
}

export interface RecognisedHatch {
  readonly angle: number;
  readonly spacing: number;
  readonly lines: number;
  /** x and y of both ends of its lines, at most `MOST_LINES` of them. */
  readonly ends: Float32Array;
  readonly box: BoxMm;
}

/** What is made out on every page of a drawing. */
export const recogniseFile = (drawing: Drawing, standard: StandardLookup): Recognised[] =>
  recognised(new FileFacts(drawing, standard));

/** The same of a file that is looked at already. */
export const recognised = ({ pages }: FileFacts): Recognised[] => pages.map(recognisedOn);

/** More lines of one hatch than this look like an area. */
const MOST_LINES = 5000;

function endsOf({ page }: PageFacts, rows: Uint32Array): Float32Array {
  const ends: number[] = [];
  for (const row of rows.subarray(0, MOST_LINES))
    visibleStraightsOfRow(page, row, (...straight) => ends.push(...straight));
  return Float32Array.from(ends);
}

const scaleIn = (part: DrawnPart, scale: Scale): RecognisedScale => ({
  buildingPerPaper: scale.toNumber(),
  words: scaleInWords(part, scale),
});

/** The drawings that are made out on a page by their dimensions, the largest first. */
export const drawingsOn = (facts: PageFacts): RecognisedDrawing[] =>
  facts
    .of(DRAWN_PARTS)
    .map(({ value }): RecognisedDrawing => ({
      boxMm: value.boxMm,
      ...titleOf(facts, value.boxMm),
      ...(value.implied ? { implied: scaleIn(value, value.implied.scale) } : {}),
      ...(value.stated ? { stated: scaleIn(value, value.stated.scale) } : {}),
      agree: value.implied?.agree ?? 0,
      of: value.implied?.of ?? value.dimensions.length,
      dimensions: value.dimensions.map(({ dimension, agrees, reading, drawnLengthMm }) => ({
        text: dimension.figure.text,
        from: dimension.from.atMm,
        to: dimension.to.atMm,
        place: dimension.place,
        ...(agrees === undefined ? {} : { agrees }),
        ...(reading && drawnLengthMm !== undefined
          ? { drawn: inItsUnits(drawnLengthMm, reading, dimension.written.form) }
          : {}),
      })),
    }))
    .sort((a, b) => b.boxMm.width * b.boxMm.height - a.boxMm.width * a.boxMm.height);

/** The title nearest to a drawing. */
function titleOf(facts: PageFacts, box: BoxMm): { title?: string } {
  const away = ({ line }: DrawingTitle): number => distanceToBox(box, middleOf(line));
  const nearest = facts
    .of(DRAWING_TITLES)
    .map(({ value }) => value)
    .sort((a, b) => away(a) - away(b))[0];
  return nearest && away(nearest) <= FARTHEST_TITLE_MM ? { title: nearest.text } : {};
}
const FARTHEST_TITLE_MM = 80;

export function recognisedOn(facts: PageFacts): Recognised {
  const drawings = drawingsOn(facts);
  return {
    drawings,
    dimensions: drawings.flatMap(({ dimensions }) => dimensions),
    round: [
      ...facts.of(ROUND_DIMENSIONS).map(({ value: { figure, kind, drawn, from, to } }) => ({
        text: figure.text,
        kind,
        drawn,
        from,
        to,
      })),
      ...facts.of(RUNNING_DIMENSIONS).map(({ value: { figure, drawn, from, to } }) => ({
        text: figure.text,
        kind: "distance from zero" as const,
        drawn,
        from,
        to,
      })),
    ],
    leaders: facts
      .of(LEADERS)
      .map(({ value: { line, fromMm, tipMm } }) => ({ text: line.text, from: fromMm, tip: tipMm })),
    hatches: facts
      .of(HATCHES)
      .filter(({ confidence }) => confidence >= SURE_HATCH)
      .flatMap(({ value }) =>
        value.families.map(({ angleDeg, spacingMm, lines, boxMm, rows }) => ({
          ends: endsOf(facts, rows),
          angle: angleDeg,
          spacing: spacingMm,
          lines,
          box: boxMm,
        })),
      ),
    lettering: [
      ...facts.of(LETTERING).map(({ value }) => ({ text: value.text, corners: cornersOf(value) })),
      ...facts.of(DRAWN_LETTERING).map(({ value }) => ({ text: "", corners: cornersOfBox(value.boxMm) })),
    ],
    blocks: facts
      .of(TEXT_BLOCKS)
      .filter(({ value }) => value.lines.length > 1)
      .map(({ value: { lines, corners } }) => ({ text: lines.map(({ text }) => text).join("\n"), corners })),
    guides: [
      ...facts
        .of(SCALE_BARS)
        .map(({ value }) => ({ kind: "scale bar" as const, words: value.words, from: value.fromMm, to: value.toMm })),
      ...facts.of(NORTH_POINTS).map(({ value }) => northGuide(value)),
    ],
    titles: facts.of(TITLE_BLOCKS).flatMap(({ value }) =>
      value.cells.map(({ field, label, value: words, boxMm }) => ({
        ...(field === undefined ? {} : { field }),
        label,
        value: words,
        boxMm,
      })),
    ),
    walls: wallsOn(facts),
    rooms: roomsOn(facts),
    grids: [
      ...facts
        .of(GRID_LINES)
        .map(({ value }) => ({ kind: "grid line" as const, words: value.label, from: value.from, to: value.to })),
      ...facts.of(LEVELS).map(({ value }) => levelAt(value)),
    ],
    signs: signsOn(facts),
    ...borderOn(facts),
    slopes: facts.of(SLOPES).map(({ value: { text, from, to } }) => ({ text, from, to })),
    notes: facts.of(SCALE_NOTES).map(({ value }) => value.scale.toNumber()),
  };
}

const borderOn = (facts: PageFacts): { borderMm?: BoxMm } => {
  const [frame] = facts.of(SHEET_FRAMES);
  return frame ? { borderMm: frame.value.areaMm } : {};
};

const signsOn = (facts: PageFacts): RecognisedSign[] => [
  ...facts.of(DRAWING_TITLES).map(({ value: { text, number = "", boxMm } }) => ({
    kind: "drawing title" as const,
    words: text,
    more: number,
    boxMm,
  })),
  ...facts.of(CODE_LABELS).map(({ value: { text, line } }) => ({
    kind: "code" as const,
    words: text,
    more: "",
    boxMm: boxOfPoints(cornersOf(line)),
  })),
  ...facts.of(LEGENDS).flatMap(({ value: { entries } }) =>
    entries.map(({ code, meaning, lines }) => ({
      kind: "explained code" as const,
      words: code,
      more: meaning,
      boxMm: boxOfPoints(lines.flatMap(cornersOf)),
    })),
  ),
  ...facts.of(SHEET_REFERENCES).map(({ value }) => ({
    kind: value.kind,
    words: referenceWords(value),
    more: "",
    boxMm: boxOfPoints(value.lines.flatMap(cornersOf)),
  })),
  ...facts.of(REVISION_TABLES).flatMap(({ value: { revisions } }) =>
    revisions.map(({ revision, date, what, boxMm }) => ({
      kind: "revision" as const,
      words: revision,
      more: [date, what].filter(Boolean).join(", "),
      boxMm,
    })),
  ),
  ...facts.of(STAMPS).map(({ value: { words, boxMm } }) => ({ kind: "stamp" as const, words, more: "", boxMm })),
];

const inBuilding = (lengthMm: number, scale: number | undefined): { buildingMm?: number } =>
  scale === undefined ? {} : { buildingMm: lengthMm * scale };

const wallsOn = (facts: PageFacts): RecognisedWall[] => [
  ...facts.of(WALLS).flatMap(({ value, confidence }): RecognisedWall[] => {
    const { from, to, thicknessMm, scale } = value;
    return confidence < SURE_WALL || !mayBeOnPlan(facts, from)
      ? []
      : [{ kind: "wall", from, to, thicknessMm, ...inBuilding(thicknessMm, scale) }];
  }),
  ...facts
    .of(OPENINGS)
    .flatMap(({ value: { use, from, to, widthMm, wall } }): RecognisedWall[] =>
      mayBeOnPlan(facts, from)
        ? [{ kind: use, from, to, thicknessMm: wall.thicknessMm, ...inBuilding(widthMm, wall.scale) }]
        : [],
    ),
];

const roomsOn = (facts: PageFacts): RecognisedRoom[] =>
  facts.of(ROOMS).map(({ value: { ring, name, number, written, areaMm2, scale } }) => ({
    ring,
    name,
    number,
    written: written?.line.text.trim() ?? "",
    ...(scale === undefined ? {} : { areaM2: (areaMm2 * scale ** 2) / 1e6 }),
  }));

/** A level by the line under its lettering, at the height that it stands for where one is known. */
function levelAt({ text, line, heightsMm }: Level): RecognisedGrid {
  const [x, y] = line.startMm;
  const height = heightsMm[0] ?? y;
  return { kind: "level", words: text, from: [x, height], to: [x + line.lengthMm, height] };
}

/** How long a north point is shown, whatever its size. Millimetres. */
const NORTH_MM = 15;

function northGuide({ atMm, directionDeg, letter }: NorthPoint): RecognisedGuide {
  const turn = (directionDeg * Math.PI) / 180;
  const to: PointMm = [atMm[0] + NORTH_MM * Math.cos(turn), atMm[1] + NORTH_MM * Math.sin(turn)];
  return { kind: "north point", words: letter.text, from: atMm, to };
}
