import type { Page, Unread } from "../../drawing";
import { bad, good, type Result } from "../../base/result";
import { DashTable } from "./columns";
import { FontTable } from "./font-table";
import { PageReader, type FileContext } from "./interpreter";
import type { ReadFile, ReadOptions } from "../format";
import { DEFAULT_LIMITS, ReadError, type ReadLimits } from "../limits";
import { FillPatternTable } from "./fill-patterns";
import { PdfOrigin, type PageOrigin } from "./origin";
import { besideOf } from "./beside";
import { readViewports } from "./measure";
import { notesOf } from "./notes";
import { dictOf, elements, lookup } from "./objects";
import { openPdf, type OpenedPdf } from "./open";
import { OptionalContent } from "./optional-content";
import { PictureTable } from "./pictures";
import { boxOnPaper, pageBox, type PageBox } from "./page-box";
import type { PdfPage } from "./page-tree";
import { Budget } from "./budget";
import { PageWatch } from "./edit/watch";
import type { PdfFile } from "./syntax/pdf-file";
import { StreamCache, streamBytes } from "./streams";
import { TransparencyTable } from "./transparency-table";
import { List, type Dict, type Value } from "./syntax/values";

/** Reads a PDF (ISO 32000) into the neutral drawing. */
export function readPdf(bytes: Uint8Array, options: ReadOptions = {}): Result<ReadFile> {
  const limits = { ...DEFAULT_LIMITS, ...options.limits };
  let stopped: unknown;
  const onPage = (index: number, count: number): void => {
    try {
      options.onPage?.(index, count);
    } catch (error) {
      stopped = error;
      throw error;
    }
  };
  try {
    const budget = new Budget(limits, bytes.length, options.inflate);
    return good(readDocument(openPdf(bytes, budget), budget, limits, onPage));
  } catch (error) {
    if (stopped !== undefined && error === stopped) throw error;
    if (error instanceof ReadError) return bad(error.code, error.message, error.remedy ? { remedy: error.remedy } : {});
    // Objects of a damaged file can be of any kind where another is meant; the library says so by throwing.
    return bad(
      "damaged",
      `The file is damaged: ${error instanceof Error ? error.message.split("\n")[0]?.slice(0, 200) : String(error)}`,
      { remedy: "Export the drawing again." },
    );
  }
}

function readDocument(opened: OpenedPdf, budget: Budget, limits: ReadLimits, onPage: ReadOptions["onPage"]): ReadFile {
  const { file: pdf, pages: nodes } = opened;
  const file = contextOf(pdf, budget, limits);
  const unread: Unread[] = besideOf(opened);
  const mayChange = pdf.encryption?.mayChange ?? true;
  const pages = nodes.map((page, i, all) => {
    onPage?.(i + 1, all.length);
    return readPage(page, i + 1, file, unread);
  });
  return {
    drawing: {
      format: "pdf",
      layers: file.optional.layers,
      fonts: file.fonts.fonts,
      dashes: file.dashes.dashes,
      fillPatterns: file.fillPatterns.patterns,
      transparencies: file.transparencies.transparencies,
      pages: pages.map(({ page }) => page),
      unread,
      ...(mayChange ? {} : { locked: "The sender's permissions forbid changing the file." }),
    },
    origin: new PdfOrigin(
      file.optional.numbers,
      pages.map(({ origin }) => origin),
    ),
  };
}

const contextOf = (pdf: PdfFile, budget: Budget, limits: ReadLimits): FileContext => ({
  limits,
  budget,
  streams: new StreamCache(budget),
  optional: new OptionalContent(pdf, limits),
  fonts: new FontTable(budget),
  dashes: new DashTable(),
  fillPatterns: new FillPatternTable(),
  transparencies: new TransparencyTable(),
  pictures: new PictureTable(),
});

/** Reads pages of an opened file once more, for what only an edit wants to know of them. */
export class ReadAgain {
  private readonly file: FileContext;

  constructor(pdf: PdfFile, budget: Budget) {
    this.file = contextOf(pdf, budget, budget.limits);
  }

  /** What is noted of a page, by its index from 1. */
  watched(node: PdfPage, index: number): PageWatch {
    const watch = new PageWatch();
    readMarks(node, index, this.file, watch);
    return watch;
  }
}

function readMarks(
  node: PdfPage,
  index: number,
  file: FileContext,
  watch?: PageWatch,
): { reader: PageReader; box: PageBox } {
  const box = pageBox(node, index, file.limits);
  const paperMm = { x: 0, y: 0, width: box.widthMm, height: box.heightMm };
  const reader = new PageReader(file, index, paperMm, watch);
  const broken: string[] = [];
  const content = pageContent(node.dict, file.budget, broken);
  for (const message of broken) reader.leftOut("content-missing", message);
  reader.read(content, dictOf(node.attributes.Resources), box.toPaper);
  reader.readNotes(notesOf(node.dict), box.toPaper);
  return { reader, box };
}

function readPage(
  node: PdfPage,
  index: number,
  file: FileContext,
  unread: Unread[],
): { page: Page; origin: PageOrigin } {
  const { reader, box } = readMarks(node, index, file);
  unread.push(...reader.unread);
  const [paths, texts] = [reader.paths.done(), reader.texts.done()];
  file.budget.mark(paths.columns.count + texts.columns.count);
  const page: Page = {
    index,
    widthMm: box.widthMm,
    heightMm: box.heightMm,
    paths: paths.columns,
    texts: texts.columns,
    images: reader.images,
    viewports: readViewports(node.dict, box.unitMm, (rect) => boxOnPaper(rect, box.toPaper)),
    groups: reader.instances.map(({ parent, name, isNote, cell }) => ({
      parent,
      name,
      ...(isNote ? { isNote } : {}),
      ...(cell ? { cell } : {}),
    })),
    clips: reader.clips,
    layersBeside: [...reader.layersBeside],
    ...(reader.plotsOtherwise.length > 0 ? { plotsOtherwise: reader.plotsOtherwise } : {}),
  };
  return {
    page,
    origin: {
      instances: reader.instances,
      paths: paths.operators,
      texts: texts.operators,
      shared: reader.sharedSettings,
    },
  };
}

/** The content of a stream; one that is there and can't be unpacked is said, and the rest of the page is read. */
function readable(stream: Value | undefined, budget: Budget, broken: string[]): Uint8Array {
  try {
    return streamBytes(stream, budget);
  } catch (error) {
    if (!(error instanceof ReadError) || error.code === "over-limit") throw error;
    broken.push("A part of the page's drawing could not be unpacked; it is left out.");
    return new Uint8Array(0);
  }
}

/** The streams of a page make one content, parted by white space (ISO 32000-1, 7.8.2). */
export function pageContent(node: Dict, budget: Budget, broken: string[] = []): Uint8Array {
  const contents = lookup(node, "Contents");
  const streams = contents instanceof List ? elements(contents) : [contents];
  const pieces = streams.map((each) => readable(each, budget, broken));
  if (pieces.length === 1 && pieces[0]) return pieces[0];
  const whole = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length + 1, 0)).fill(10);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length + 1;
  }
  return whole;
}
