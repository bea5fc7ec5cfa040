import { grown, markBox, overlap, PAINT, together, type BoxMm, type Page } from "../drawing";
import { measuredOn, type PageFacts, type PageRecogniser } from "./recogniser";
import { DRAWING_REGIONS, type DrawingRegion, type DrawingRegions } from "./drawing-regions";
import { DRAWN_PARTS } from "./dimensions/drawings";

/** A place holds so many marks at least, is no smaller than this and not nearly the whole page. */
const LEAST_MARKS = 12;
const LEAST_MM = 30;
const MOST_SHARE = 0.85;
/** Boxes that differ by less are one place. Millimetres. */
const SAME_MM = 0.5;
const MOST_PLACES = 60;

/** Where a drawing is put on a sheet. Millimetres on paper. */
export interface Place {
  /** Its crop, or what the file says it takes up. */
  readonly boxMm: BoxMm;
  /** Around what is seen in it, dimensions and lettering too. */
  readonly contentMm: BoxMm;
  /** By what it is known: a measure dictionary, a part that the file draws as one, a crop, white paper around it. */
  readonly by: "measure" | "part" | "crop" | "paper";
}

export const PLACES: PageRecogniser<Place> = {
  id: "places",
  on: "page",
  finds: "the places of drawings on the sheet",
  from: "measure dictionaries; else parts that the file draws as one, and upright crops with lettering and lines in them; else what white paper is around",
  find: (facts) => placesOf(facts).map((place) => measuredOn(facts.page.index, place)),
};

function placesOf(facts: PageFacts): Place[] {
  const { page } = facts;
  const measured = page.viewports.map(({ boxMm }) => boxMm);
  if (measured.length > 0) return withContent(page, distinct(measured), "measure");
  const parts = partsOf(page);
  if (parts.length > 0) return parts;
  const drawn = facts.of(DRAWN_PARTS).map(({ value }) => value.boxMm);
  const regions = drawn.length === 0 ? undefined : facts.of(DRAWING_REGIONS)[0]?.value;
  // Notes in columns, legends and title blocks have white paper around them, too, and are no drawings.
  const isDrawn = ({ boxMm }: DrawingRegion): boolean => drawn.includes(boxMm) && isPlace(page, boxMm);
  if (!regions?.all.some(isDrawn)) return [];
  const content = contentOf(page, regions);
  return regions.all.flatMap((region, i) =>
    isDrawn(region) ? [{ boxMm: region.boxMm, contentMm: content[i] ?? region.boxMm, by: "paper" as const }] : [],
  );
}

/** Around the marks of each region, as exactly as they are drawn: regions are told in coarse cells. */
function contentOf(page: Page, regions: DrawingRegions): (BoxMm | undefined)[] {
  const around: (BoxMm | undefined)[] = regions.all.map(() => undefined);
  eachMark(page, (box) => {
    const i = regions.of([box.x + box.width / 2, box.y + box.height / 2]);
    const own = i < 0 ? undefined : overlap(box, regions.all[i]!.boxMm);
    if (own) around[i] = around[i] ? together(around[i], own) : own;
  });
  return around;
}

const isPlace = ({ widthMm, heightMm }: Page, { width, height }: BoxMm): boolean =>
  Math.min(width, height) >= LEAST_MM && width * height <= MOST_SHARE * widthMm * heightMm;

function distinct(boxes: readonly BoxMm[]): BoxMm[] {
  const kept: BoxMm[] = [];
  for (const box of boxes) if (kept.length < MOST_PLACES && !kept.some((each) => isSame(each, box))) kept.push(box);
  return kept;
}

const isSame = (a: BoxMm, b: BoxMm): boolean =>
  Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.width - b.width) + Math.abs(a.height - b.height) < SAME_MM;

/** Places with what is seen whose middle lies in them. */
function withContent(page: Page, boxes: readonly BoxMm[], by: Place["by"]): Place[] {
  const around = boxes.map((): BoxMm | undefined => undefined);
  eachMark(page, (box) => {
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    boxes.forEach(({ x: left, y: low, width, height }, i) => {
      if (x < left || y < low || x > left + width || y > low + height) return;
      around[i] = around[i] ? together(around[i], box) : box;
    });
  });
  return boxes.map((boxMm, i) => ({ boxMm, contentMm: overlap(around[i] ?? boxMm, grown(boxMm, 1)) ?? boxMm, by }));
}

/** Parts that the file draws as one, and upright crops. */
function partsOf(page: Page): Place[] {
  const groups = new Map<
    string,
    { box: BoxMm; content: BoxMm; lines: number; strings: number; by: Place["by"]; layers: Set<number> }
  >();
  const layersOfPage = new Set<number>();
  eachMark(page, (box, sort, row) => {
    const layer = page[sort].layer[row] ?? -1;
    layersOfPage.add(layer);
    const key = keyOf(page, sort, row);
    if (!key) return;
    const known = groups.get(key.id);
    known?.layers.add(layer);
    if (!known) {
      groups.set(key.id, {
        box: key.box ?? box,
        content: box,
        lines: Number(sort === "paths"),
        strings: Number(sort === "texts"),
        by: key.by,
        layers: new Set([layer]),
      });
      return;
    }
    known.content = together(known.content, box);
    if (!key.box) known.box = known.content;
    if (sort === "paths") known.lines++;
    else known.strings++;
  });
  const found = [...groups.values()].filter(
    ({ box, lines, strings, layers }) =>
      lines >= LEAST_MARKS &&
      strings > 0 &&
      isPlace(page, box) &&
      // Some programs put each layer into a part of its own: a drawing has several.
      layers.size >= Math.min(2, layersOfPage.size),
  );
  const kept: Place[] = [];
  for (const { box, content, by } of found.sort((a, b) => b.lines - a.lines).slice(0, MOST_PLACES))
    if (!kept.some((each) => isSame(each.boxMm, box)))
      kept.push({ boxMm: box, contentMm: overlap(content, grown(box, 1)) ?? box, by });
  return kept;
}

/** The outermost part or crop that a mark is in. */
function keyOf(
  page: Page,
  sort: "paths" | "texts",
  row: number,
): { id: string; box?: BoxMm; by: Place["by"] } | undefined {
  let group = page[sort].group[row] ?? 0;
  while (group > 0 && (page.groups[group]?.parent ?? 0) > 0) group = page.groups[group]?.parent ?? 0;
  const own = page.groups[group];
  if (group > 0 && own && !own.isNote && !own.cell) return { id: `part ${group}`, by: "part" };
  let clip = page[sort].clip[row] ?? 0;
  while (clip > 0 && (page.clips[clip]?.outer ?? 0) > 0) clip = page.clips[clip]?.outer ?? 0;
  const cut = page.clips[clip];
  return clip > 0 && cut && !cut.outline ? { id: `crop ${clip}`, box: cut.boxMm, by: "crop" } : undefined;
}

function eachMark(page: Page, visit: (box: BoxMm, sort: "paths" | "texts", row: number) => void): void {
  for (const sort of ["paths", "texts"] as const)
    for (let row = 0; row < page[sort].count; row++)
      if (((page[sort].paint[row] ?? 0) & PAINT.hidden) === 0) visit(markBox(page, sort, row), sort, row);
}
