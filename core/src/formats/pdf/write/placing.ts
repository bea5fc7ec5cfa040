import { PDFArray, PDFName, PDFNumber, type PDFDocument, type PDFRef } from "@cantoo/pdf-lib";
import { bad, good, type Result } from "../../../base/result";
import type { BoxMm } from "../../../drawing";
import type { InflateFn } from "../../format";
import { DEFAULT_LIMITS, ReadError, type ReadLimits } from "../../limits";
import type { PictureFile } from "../../picture-file";
import { dictOf } from "../objects";
import { openPdf, type OpenedPdf } from "../open";
import { OptionalContent } from "../optional-content";
import { pageBox } from "../page-box";
import { pageContent } from "../read";
import { Budget } from "../budget";
import { ObjectCopier } from "./from-file";
import type { PdfWriter } from "./writer";

/** How a page is placed on another. */
export interface Placed {
  readonly x: number;
  readonly y: number;
  readonly fromX: number;
  readonly fromY: number;
  readonly factor: number;
  /** Part of the placed page that shows, in its own millimetres. */
  readonly cropMm: BoxMm;
}

interface PlaceOptions {
  readonly limits?: Partial<ReadLimits>;
  readonly inflate?: InflateFn;
}

/**
 * The first page of another PDF as a form of this one, cut to `cropMm`, its layers taken over. Nothing where the
 * other file has no page. Error: the other file can't be read.
 */
export function formOf(
  writer: PdfWriter,
  bytes: Uint8Array,
  cropMm: BoxMm,
  { limits: given, inflate }: PlaceOptions,
): Result<PDFRef | undefined> {
  const limits = { ...DEFAULT_LIMITS, ...given };
  try {
    const budget = new Budget(limits, bytes.length, inflate);
    return good(copied(writer, openPdf(bytes, budget), cropMm, budget));
  } catch (error) {
    if (error instanceof ReadError) return bad(error.code, error.message, error.remedy ? { remedy: error.remedy } : {});
    throw error;
  }
}

function copied(writer: PdfWriter, { file, pages }: OpenedPdf, cropMm: BoxMm, budget: Budget): PDFRef | undefined {
  const { context } = writer.document;
  const [page] = pages;
  if (!page) return undefined;
  const resources = dictOf(page.attributes.Resources);
  const copier = new ObjectCopier(file, context, adoptLayers(writer, new OptionalContent(file, budget.limits)));
  const form = context.flateStream(pageContent(page.dict, budget), {
    Type: "XObject",
    Subtype: "Form",
    FormType: 1,
  });
  if (resources) form.dict.set(PDFName.of("Resources"), copier.copy(resources));
  const { toPaper: m } = pageBox(page, 1, budget.limits);
  form.dict.set(PDFName.of("Matrix"), numbers(context, [m.a, m.b, m.c, m.d, m.e, m.f]));
  form.dict.set(PDFName.of("BBox"), numbers(context, boxInUserSpace(cropMm, m)));
  return context.register(form);
}

/** The layers of a placed file become layers of this one: by number of the placed file's object. */
function adoptLayers(writer: PdfWriter, { layers, numbers }: OptionalContent): ReadonlyMap<number, PDFRef> {
  return new Map(
    layers.flatMap(({ name, visible }, id) => {
      const number = numbers[id];
      return number === undefined ? [] : [[number, writer.layer(name, visible)] as const];
    }),
  );
}

/** A picture as an object of the file. */
export async function imageOf(document: PDFDocument, { kind, bytes }: PictureFile): Promise<Result<PDFRef>> {
  try {
    return good((await (kind === "png" ? document.embedPng(bytes) : document.embedJpg(bytes))).ref);
  } catch {
    return bad("not-a-picture", "The file is damaged and can't be shown.", { remedy: "Upload the picture again." });
  }
}

const numbers = (context: PDFDocument["context"], values: readonly number[]): PDFArray => {
  const array = PDFArray.withContext(context);
  for (const value of values) array.push(PDFNumber.of(value));
  return array;
};

/** A box on paper in the page's user space, by the inverse of its map to paper. */
function boxInUserSpace(box: BoxMm, m: { a: number; b: number; c: number; d: number; e: number; f: number }): number[] {
  const det = m.a * m.d - m.b * m.c;
  const back = (x: number, y: number): [number, number] => [
    (m.d * (x - m.e) - m.c * (y - m.f)) / det,
    (m.a * (y - m.f) - m.b * (x - m.e)) / det,
  ];
  const [p, q] = [back(box.x, box.y), back(box.x + box.width, box.y + box.height)];
  return [Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.max(p[0], q[0]), Math.max(p[1], q[1])];
}
