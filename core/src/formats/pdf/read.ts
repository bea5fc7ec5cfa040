import { PDFArray, PDFDict, PDFName, type PDFDocument } from "@cantoo/pdf-lib";
import type { Drawing, Note, Page } from "../../drawing";
import { bad, good, type Result } from "../../problem";
import { DashTable } from "./columns";
import { FontTable } from "./font-table";
import { PageReader, type FileContext } from "./interpreter";
import { DEFAULT_LIMITS, ReadError, type ReadLimits } from "./limits";
import { readViewports } from "./measure";
import { dictOf } from "./objects";
import { openPdf } from "./open";
import { OptionalContent } from "./optional-content";
import { boxOnPaper, inherited, pageBox } from "./page-box";
import { InflateBudget, streamBytes, type InflateFn } from "./streams";

/** What a caller may want to hear while a file is read. */
export interface ReadOptions {
  readonly limits?: Partial<ReadLimits>;
  readonly inflate?: InflateFn;
  /** Called before each page; a thrown error stops the reading (cancel). */
  readonly onPage?: (index: number, count: number) => void;
}

/**
 * Reads a PDF into the neutral drawing. Every file that can't be read gives a problem with the
 * reason; nothing is thrown but what `onPage` throws.
 */
export async function readPdf(bytes: Uint8Array, options: ReadOptions = {}): Promise<Result<Drawing>> {
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
    const document = await openPdf(bytes, limits);
    return good(readDocument(document, new InflateBudget(limits, options.inflate), limits, onPage));
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

function readDocument(
  document: PDFDocument,
  budget: InflateBudget,
  limits: ReadLimits,
  onPage: ReadOptions["onPage"],
): Drawing {
  const file: FileContext = {
    limits,
    budget,
    optional: new OptionalContent(document, limits),
    fonts: new FontTable(budget),
    dashes: new DashTable(),
  };
  const notes: Note[] = [];
  const pages = document.getPages().map((page, i, all) => {
    onPage?.(i + 1, all.length);
    return readPage(page.node, i + 1, file, notes);
  });
  return {
    format: "pdf",
    layers: file.optional.layers,
    fonts: file.fonts.fonts,
    dashes: file.dashes.dashes,
    pages,
    notes,
  };
}

function readPage(node: PDFDict, index: number, file: FileContext, notes: Note[]): Page {
  const box = pageBox(node, index, file.limits);
  const reader = new PageReader(file, index);
  reader.read(pageContent(node, file.budget), dictOf(inherited(node, "Resources")), box.toPaper);
  notes.push(...reader.notes);
  const [paths, texts] = [reader.paths.done(), reader.texts.done()];
  return {
    index,
    widthMm: box.widthMm,
    heightMm: box.heightMm,
    paths: paths.columns,
    texts: texts.columns,
    images: reader.images,
    viewports: readViewports(node, box.unitMm, (rect) => boxOnPaper(rect, box.toPaper)),
    source: { instances: reader.instances, paths: paths.source, texts: texts.source },
  };
}

/** The streams of a page make one content, parted by white space (ISO 32000-1, 7.8.2). */
export function pageContent(node: PDFDict, budget: InflateBudget): Uint8Array {
  const contents = node.lookup(PDFName.of("Contents"));
  const streams =
    contents instanceof PDFArray ? Array.from({ length: contents.size() }, (_, i) => contents.lookup(i)) : [contents];
  const pieces = streams.map((each) => streamBytes(each, budget));
  if (pieces.length === 1 && pieces[0]) return pieces[0];
  const whole = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length + 1, 0)).fill(10);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length + 1;
  }
  return whole;
}
