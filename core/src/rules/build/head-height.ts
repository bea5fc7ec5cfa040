import { groupedBy } from "../../base/grouped";
import { mm } from "../../base/words";
import { contains, grown, type BoxMm } from "../../drawing";
import { FACED_OPENINGS, type FacedOpening } from "../../recognise/building/faced-openings";
import { levelRows, type LevelRow } from "../../recognise/building/level-rows";
import { LEVELS, type Level } from "../../recognise/building/levels";
import { scaleAt } from "../../recognise/building/scale-at";
import { kindAt } from "../../recognise/drawing-kinds";
import type { PageFacts } from "../../recognise/recogniser";
import { rule, type Report } from "../rule";
import { offAt, offOf } from "./off";

const OFF = offOf("build/head-height", "The head of an opening");
/** A head that is farther from all listed ones was meant to be where it is: a high window, a hatch. Millimetres in the building. */
const MEANT_MM = 150;
/** A drawing keeps the list where so many of its heads do, and this share of them. */
const KEEPS = { least: 2, share: 0.6 };

export const headHeight = rule({
  id: "build/head-height",
  title: "Head height not in the standard",
  severity: "mend",
  scope: "page",
  needs: ["openings"],
  reads: [FACED_OPENINGS, LEVELS],
  parameters: [OFF],
  page: {
    measures:
      "In elevations and sections with three levels and more that agree: how far the heads of doors and windows stand above the level of a floor below them, against the heads that the standard lists. A head that is off by 150 mm at most is told where most heads of its drawing are at a listed height.",
    why: "Lintels are set and curtain rails fixed at one height. A window that sits 60 mm lower than its neighbours is seen for as long as the building stands.",
    right: "Heads 2100 above the floors at 0.00 and +3.00.",
    wrong: "One of them at 2060.",
    cannotSee:
      "Drawings whose heads mostly follow no list, those with fewer than three levels, openings with nothing drawn in them, and heads that are round.",
    mend: "None: the opening has to be drawn anew.",
  },
  judge({ file, pages, report, valueOf }) {
    const heads = [...new Set(file.standard.standard.openings.flatMap(({ headMm }) => (headMm ? [headMm] : [])))];
    if (heads.length === 0) return;
    for (const facts of pages) {
      if (facts.of(LEVELS).length === 0) continue;
      const rows = levelRows(facts, valueOf(OFF));
      for (const [scale, own] of groupedBy(rows, (row) => row.scale)) {
        const off = offAt(valueOf(OFF), scale);
        const openings = openingsOf(facts, scale);
        const isKept = (opening: FacedOpening, floors: readonly Floor[]): boolean =>
          (measure(opening, floors, scale, heads, off)?.awayMm ?? Infinity) <= off;
        const floors = own.flatMap((row) =>
          floorsOf(row, off, (tried) => openings.filter((opening) => isKept(opening, tried)).length),
        );
        const measured = openings.flatMap((opening) => measure(opening, floors, scale, heads, off) ?? []);
        const keeping = measured.filter(({ awayMm }) => awayMm <= off);
        if (keeping.length < KEEPS.least || keeping.length < KEEPS.share * measured.length) continue;
        const kept = [...new Set(keeping.map(({ listedMm }) => listedMm))];
        for (const { opening, awayMm } of measured) {
          const each = awayMm > off && measure(opening, floors, scale, kept, off);
          if (each && each.awayMm <= MEANT_MM) report(reportOf(facts, each, scale));
        }
      }
    }
  },
});

/** A floor: where it stands on the sheet, millimetres from its lower edge. */
type Floor = number;

/**
 * Where levels that agree stand on the sheet, by what is written and the scale. Each tag has several lines beside it, the
 * line that it stands on and the top of its triangle: the ones above which most heads are listed are meant.
 */
function floorsOf({ agreeing, scale }: LevelRow, off: number, keeping: (floors: readonly Floor[]) => number): Floor[] {
  let best: { floors: Floor[]; kept: number } | undefined;
  for (const nought of noughtsOf(agreeing, scale, off)) {
    const floors = agreeing.flatMap(({ heightsMm, readings }) =>
      readings
        .map(({ length }) => nought + length.toNumber() / scale)
        .filter((at) => heightsMm.some((height) => Math.abs(height - at) * scale <= off)),
    );
    const kept = keeping(floors);
    if (!best || kept > best.kept) best = { floors, kept };
  }
  return best?.floors ?? [];
}

/** Every place of nought that each of these levels goes with. */
function noughtsOf([first, ...others]: readonly Level[], scale: number, off: number): number[] {
  const placesOf = ({ heightsMm, readings }: Level): number[] =>
    heightsMm.flatMap((height) => readings.map(({ length }) => height - length.toNumber() / scale));
  const rest = others.map(placesOf);
  return (first ? placesOf(first) : [])
    .filter((nought) => rest.every((places) => places.some((place) => Math.abs(place - nought) * scale <= off)))
    .sort((a, b) => a - b);
}

/**
 * The openings of drawings at a scale that are no plans. Levels stand beside their drawing, and beside the next one, too:
 * where several elevations stand on one sheet, the levels of each are tried.
 */
function openingsOf(facts: PageFacts, scale: number): FacedOpening[] {
  const seen = facts.of(FACED_OPENINGS).flatMap(({ value }) => {
    if (value.boxMm.width * scale > MOST_MM.width || value.boxMm.height * scale > MOST_MM.height) return [];
    const at = [value.boxMm.x + value.boxMm.width / 2, value.boxMm.y + value.boxMm.height / 2] as const;
    if (!isNearlyEqual(scaleAt(facts, at) ?? 0, scale)) return [];
    return /\bplan\b/i.test(kindAt(facts, at)?.title ?? "") ? [] : [value];
  });
  // A pane or leaf is part of the opening around it.
  return seen.filter(({ boxMm }) => !seen.some((other) => isPartOf(boxMm, other.boxMm)));
}

/** Scales that dimensions imply differ in their last places. */
const isNearlyEqual = (a: number, b: number): boolean => Math.abs(a - b) <= 0.002 * b;

const isPartOf = (inner: BoxMm, outer: BoxMm): boolean =>
  outer.width * outer.height > inner.width * inner.height && contains(grown(outer, SAME_MM), inner);
/** Lines at one place, but for so much. Millimetres on paper. */
const SAME_MM = 0.1;

/** What is larger is a face of the building. Millimetres in the building. */
const MOST_MM = { width: 6000, height: 4000 };

interface Measured {
  readonly opening: FacedOpening;
  /** Above the floor that its head goes best with; what the list says; and how far it is off. Millimetres in the building. */
  readonly headMm: number;
  readonly listedMm: number;
  readonly awayMm: number;
}

/** The head of an opening above the floor below it with which it is nearest to a listed height. */
function measure(
  opening: FacedOpening,
  floors: readonly Floor[],
  scale: number,
  heads: readonly number[],
  off: number,
): Measured | undefined {
  const { y, height } = opening.boxMm;
  let best: Measured | undefined;
  for (const floor of floors) {
    if ((floor - y) * scale > off) continue;
    const headMm = (y + height - floor) * scale;
    for (const listedMm of heads) {
      const awayMm = Math.abs(headMm - listedMm);
      if (!best || awayMm < best.awayMm) best = { opening, headMm, listedMm, awayMm };
    }
  }
  return best;
}

function reportOf(facts: PageFacts, { opening, headMm, listedMm }: Measured, scale: number): Report {
  const { boxMm, rows } = opening;
  const measured = Math.round(headMm);
  return {
    page: facts.page.index,
    placed: true,
    layer: facts.page.paths.layer[rows[0] ?? 0] ?? -1,
    marks: { of: "paths", rows: Uint32Array.from(rows).sort() },
    regionMm: boxMm,
    shapes: [{ kind: "distance", ...headDistance(boxMm, headMm / scale), words: mm(measured) }],
    message: () =>
      `The head of an opening stands ${mm(measured)} above the floor; the list has ${mm(listedMm)}, where most heads of this drawing are.`,
    measured,
    expected: listedMm,
    unit: "mm",
  };
}

/** From the floor to the head, along the middle of an opening. */
const headDistance = ({ x, y, width, height }: BoxMm, aboveMm: number) => {
  const [middle, head] = [x + width / 2, y + height];
  return { fromMm: [middle, head - aboveMm], toMm: [middle, head] } as const;
};
