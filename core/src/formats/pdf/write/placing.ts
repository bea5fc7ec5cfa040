import { PDFArray, PDFName, PDFNumber, PDFObjectCopier, type PDFDocument, type PDFRef } from "@cantoo/pdf-lib";
import { bad, good, type Result } from "../../../base/result";
import type { BoxMm } from "../../../drawing";
import type { InflateFn } from "../../format";
import { DEFAULT_LIMITS, ReadError, type ReadLimits } from "../../limits";
import type { PictureFile } from "../../picture-file";
import { dictOf } from "../objects";
import { openPdf } from "../open";
import { OptionalContent } from "../optional-content";
import { inherited, pageBox } from "../page-box";
import { pageContent } from "../read";
import { refOf, replaceRefs } from "../refs";
import { InflateBudget } from "../streams";
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
export async function formOf(
  writer: PdfWriter,
  bytes: Uint8Array,
  cropMm: BoxMm,
  { limits: given, inflate }: PlaceOptions,
): Promise<Result<PDFRef | undefined>> {
  const limits = { ...DEFAULT_LIMITS, ...given };
  try {
    const source = await openPdf(bytes, limits);
    return good(copied(writer, source, cropMm, limits, inflate));
  } catch (error) {
    if (error instanceof ReadError) return bad(error.code, error.message, error.remedy ? { remedy: error.remedy } : {});
    throw error;
  }
}

function copied(
  writer: PdfWriter,
  source: PDFDocument,
  cropMm: BoxMm,
  limits: ReadLimits,
  inflate: InflateFn | undefined,
): PDFRef | undefined {
  const { context } = writer.document;
  const copier = PDFObjectCopier.for(source.context, context);
  const page = source.getPages()[0]?.node;
  if (!page) return undefined;
  const resources = dictOf(inherited(page, "Resources"));
  const form = context.flateStream(pageContent(page, new InflateBudget(limits, inflate)), {
    Type: "XObject",
    Subtype: "Form",
    FormType: 1,
  });
  if (resources) form.dict.set(PDFName.of("Resources"), copier.copy(resources));
  const { toPaper: m } = pageBox(page, 1, limits);
  form.dict.set(PDFName.of("Matrix"), numbers(context, [m.a, m.b, m.c, m.d, m.e, m.f]));
  form.dict.set(PDFName.of("BBox"), numbers(context, boxInUserSpace(cropMm, m)));
  adoptLayers(writer, source, copier, limits);
  return context.register(form);
}

function adoptLayers(writer: PdfWriter, source: PDFDocument, copier: PDFObjectCopier, limits: ReadLimits): void {
  const replaced = new Map<string, PDFRef>();
  const { layers, tags } = new OptionalContent(source, limits);
  layers.forEach((layer, id) => {
    const copy = copier.copy(refOf(tags[id] ?? ""));
    const used = writer.adoptLayer(layer.name, copy, layer.visible);
    if (used !== copy) replaced.set(copy.tag, used);
  });
  replaceRefs(writer.document.context, replaced);
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
