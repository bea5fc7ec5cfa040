import { digest } from "../base/digest";
import { PAINT, type BoxMm, type ChangeKind, type Drawing, type Page } from "../drawing";
import { statedScale, type Finding, type Inspected, type InspectedSet, type KindOfPage } from "../inspect";
import { formatScale, type Scale } from "../quantity";
import type { RecognisedDrawing } from "../recognise";
import { unreadable as UNREADABLE } from "../rules";
import type { OfficeStandard } from "../standard/plain";

/** One inspected file for a report; `problem` stands for a file that could not be read. */
export interface ReportedFile {
  readonly path: string;
  readonly sha256: string;
  readonly drawing?: Drawing;
  readonly inspected?: Inspected;
  readonly problem?: string;
  readonly statedScale?: Scale;
}

/** Sheets that were held against each other, and what was found so. */
export interface ReportedSet {
  /** The folder, or what else the set is called. */
  readonly name: string;
  readonly sheets: readonly { readonly path: string; readonly page: number }[];
  readonly inspected: InspectedSet;
}

/** All that a report is made of. */
export interface Reported {
  readonly files: readonly ReportedFile[];
  readonly sets: readonly ReportedSet[];
}

/** Figures in reports are millimetres to a thousandth. */
const round = (value: number): number => Math.round(value * 1000) / 1000;

/** Mends by the short names of the report's contract. */
const MEND_WORDS: Readonly<Record<ChangeKind, string>> = {
  rename: "rename",
  "switch-off": "switch off",
  move: "move",
  remove: "remove",
  "re-space": "re-space",
  "set-shade": "set",
  "set-text": "rewrite",
  "write-text": "write",
  turn: "turn",
  "set-width": "set",
  "set-line-type": "set",
  "set-height": "set",
};

/** A finding as the contract has it: `atMm` for its box, `places` a box each, the short name of its mend. */
export function findingJson({ boxMm, placesMm, elsewhere, mend, ...finding }: Finding): Record<string, unknown> {
  const places: BoxMm[] = [];
  for (let i = 0; i < placesMm.length; i += 4) {
    const [x = 0, y = 0, width = 0, height = 0] = placesMm.slice(i, i + 4);
    places.push({ x, y, width, height });
  }
  return {
    ...finding,
    atMm: boxMm,
    ...(mend === undefined ? {} : { mend: MEND_WORDS[mend] }),
    places,
    ...(elsewhere ? { elsewhere: elsewhere.map(({ page, boxMm: atMm }) => ({ page, atMm })) } : {}),
  };
}

/** Stroked subpaths of a page. */
export function strokeCount(page: Page): number {
  let count = 0;
  for (const paint of page.paths.paint) if (paint & PAINT.stroke) count++;
  return count;
}

/** Names of the layers that have marks on a page, in the file's order. */
export function layersOnPage(drawing: Drawing, page: Page): string[] {
  const used = new Set<number>([...page.paths.layer, ...page.texts.layer, ...page.images.map((image) => image.layer)]);
  return [...new Set(drawing.layers.filter((_, id) => used.has(id)).map((layer) => layer.name))];
}

function pageJson(
  drawing: Drawing,
  page: Page,
  given: Scale | undefined,
  drawings: readonly RecognisedDrawing[],
  kind: KindOfPage | null,
): Record<string, unknown> {
  const [largest] = drawings;
  const byFile = given ?? statedScale(page);
  const stated = byFile ? formatScale(byFile) : largest?.stated?.words;
  return {
    index: page.index,
    widthMm: round(page.widthMm),
    heightMm: round(page.heightMm),
    layers: layersOnPage(drawing, page),
    strokes: strokeCount(page),
    texts: page.texts.count,
    scale: { ...(stated ? { stated } : {}), ...(largest?.implied ? { implied: largest.implied.words } : {}) },
    ...(drawings.length > 0 ? { drawings: drawings.map((each) => drawingJson(each, kind)) } : {}),
  };
}

const drawingJson = (
  { boxMm, title, implied, stated, agree, of }: RecognisedDrawing,
  kind: KindOfPage | null,
): Record<string, unknown> => ({
  ...(title === undefined ? {} : { title }),
  ...(kind ? { kind: kind.id } : {}),
  boxMm: { x: round(boxMm.x), y: round(boxMm.y), width: round(boxMm.width), height: round(boxMm.height) },
  ...(stated ? { stated: stated.words } : {}),
  ...(implied ? { implied: implied.words } : {}),
  agree,
  of,
});

function fileJson({
  path,
  sha256,
  drawing,
  inspected,
  problem,
  statedScale: given,
}: ReportedFile): Record<string, unknown> {
  if (!drawing || !inspected) {
    const message = problem ?? "unreadable";
    const unreadable = {
      rule: UNREADABLE.id,
      title: UNREADABLE.title,
      key: digest(JSON.stringify([UNREADABLE.id, sha256])),
      severity: UNREADABLE.severity,
      page: 0,
      atMm: { x: 0, y: 0, width: 0, height: 0 },
      message,
    };
    return {
      path,
      sha256,
      format: "unknown",
      error: message,
      pages: [],
      findings: [unreadable],
      notJudged: [],
      notRead: [],
    };
  }
  return {
    path,
    sha256,
    format: drawing.format,
    layers: drawing.layers.map((layer) => layer.name),
    pages: drawing.pages.map((page, i) =>
      pageJson(drawing, page, given, inspected.drawings[i] ?? [], inspected.kinds[i] ?? null),
    ),
    findings: inspected.findings.map(findingJson),
    notJudged: inspected.notJudged,
    notRead: drawing.unread.map(({ code, message, page }) => ({
      what: code,
      ...(page === undefined ? {} : { page }),
      message,
    })),
  };
}

const setJson = ({ sheets, inspected }: ReportedSet): Record<string, unknown> => ({
  sheets: sheets.map(({ path, page }) => `${path}#${page}`),
  findings: inspected.findings.map(({ places, ...finding }) => ({
    ...finding,
    places: places.map(({ drawing, page, layer, boxMm }) => ({
      path: drawing,
      page,
      ...(layer === undefined ? {} : { layer }),
      atMm: boxMm,
    })),
  })),
  notJudged: inspected.notJudged,
});

/** Findings of files and sets by severity; a file that can't be read is one stop. */
export function totals({ files, sets }: Reported): { stop: number; mend: number; note: number } {
  const sums = { stop: 0, mend: 0, note: 0 };
  for (const { inspected } of sets) for (const { severity } of inspected.findings) sums[severity]++;
  for (const file of files) {
    if (!file.inspected) sums.stop++;
    for (const finding of file.inspected?.findings ?? []) sums[finding.severity]++;
  }
  return sums;
}

/**
 * The report as the command line's contract has it; `atMm` is the box of all places of a finding, `places` each
 * of them. What was found among the sheets of sets stands beside the files.
 */
export function reportJson(version: string, standard: OfficeStandard, reported: Reported): Record<string, unknown> {
  return {
    hemstitch: version,
    standard: { name: standard.name, edition: standard.edition },
    files: reported.files.map(fileJson),
    ...(reported.sets.length > 0 ? { sets: reported.sets.map(setJson) } : {}),
    totals: totals(reported),
  };
}
