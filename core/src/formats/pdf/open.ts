import { PDFDict, PDFDocument, ParseSpeeds, PDFName, PDFRef } from "@cantoo/pdf-lib";
import { inflate } from "./streams";
import { megabytes } from "../../base/words";
import { overLimit, ReadError, type ReadLimits } from "../limits";

const latin = new TextDecoder("latin1");

/** Where a keyword stands in the bytes, from `from` on; -1 where it doesn't. */
function find(bytes: Uint8Array, keyword: string, from = 0): number {
  const first = keyword.charCodeAt(0);
  for (let at = bytes.indexOf(first, from); at >= 0; at = bytes.indexOf(first, at + 1)) {
    let same = 1;
    while (same < keyword.length && bytes[at + same] === keyword.charCodeAt(same)) same++;
    if (same === keyword.length) return at;
  }
  return -1;
}

/** Viewers look for the head of a PDF within its first kilobyte. */
export const claimsToBePdf = (bytes: Uint8Array): boolean => find(bytes.subarray(0, 1024), "%PDF-") >= 0;

/** Looks at the ends of the file for the reasons that people can act on. */
function checkOutside(bytes: Uint8Array, limits: ReadLimits): void {
  if (bytes.length === 0)
    throw new ReadError("empty-file", "The file is empty (0 bytes).", "Export the drawing again.");
  if (bytes.length > limits.fileBytes)
    throw overLimit(`The file has ${megabytes(bytes.length)}`, megabytes(limits.fileBytes));
  if (!claimsToBePdf(bytes))
    throw new ReadError("not-pdf", "The file is not a PDF: it does not begin with %PDF.", "Export the drawing as PDF.");
  if (!latin.decode(bytes.subarray(Math.max(0, bytes.length - 4096))).includes("%%EOF"))
    throw new ReadError(
      "truncated",
      "The file was cut off: its end mark is missing.",
      "Fetch or export the file again.",
    );
}

/** Object streams are unpacked by the library in one go, so their sizes are tried first. */
function checkObjectStreams(bytes: Uint8Array, limits: ReadLimits): void {
  let total = 0;
  for (let at = find(bytes, "/ObjStm"); at >= 0; at = find(bytes, "/ObjStm", at + 7)) {
    const stream = find(bytes, "stream", at);
    if (stream < 0 || stream - at > 4096) continue;
    let data = stream + 6;
    if (bytes[data] === 13) data++;
    if (bytes[data] === 10) data++;
    const end = find(bytes, "endstream", data);
    total += inflate(bytes.subarray(data, end < 0 ? bytes.length : end), limits.streamBytes).length;
    if (total > limits.inflatedBytes)
      throw overLimit("The file unpacks to more than is sensible", megabytes(limits.inflatedBytes));
  }
}

/** Opens a PDF's objects. Throws `ReadError` for every file that can't be read, with the reason. */
export async function openPdf(bytes: Uint8Array, limits: ReadLimits): Promise<PDFDocument> {
  checkOutside(bytes, limits);
  checkObjectStreams(bytes, limits);
  let document: PDFDocument;
  try {
    document = await PDFDocument.load(bytes, {
      updateMetadata: false,
      ignoreEncryption: true,
      parseSpeed: ParseSpeeds.Fastest,
      throwOnInvalidObject: false,
    });
  } catch (error) {
    throw new ReadError("damaged", `The file is damaged: ${firstSentence(error)}`, "Export the drawing again.");
  }
  if (document.context.trailerInfo.Encrypt)
    throw new ReadError(
      "encrypted",
      "The file is encrypted; its content can't be read.",
      "Export it without a password or permission settings.",
    );
  checkPages(document, limits);
  return document;
}

const firstSentence = (error: unknown): string =>
  (error instanceof Error ? error.message : String(error)).split("\n")[0]?.slice(0, 200) ?? "";

function checkPages(document: PDFDocument, limits: ReadLimits): void {
  let count: number;
  try {
    if (!(document.context.lookup(document.context.trailerInfo.Root) instanceof PDFDict))
      throw new Error("no catalogue");
    refuseCircularTree(document);
    count = document.getPageCount();
  } catch {
    throw new ReadError(
      "damaged",
      "The file is damaged: it has no list of pages that can be read.",
      "Export the drawing again.",
    );
  }
  if (count === 0) throw new ReadError("no-pages", "The file has no pages.", "Export the drawing again.");
  if (count > limits.pages)
    throw overLimit(`The file has ${count.toLocaleString("en")} pages`, limits.pages.toLocaleString("en"));
}

/** A page tree that leads back into itself would be walked for ever. */
function refuseCircularTree(document: PDFDocument): void {
  const seen = new Set<string>();
  const walk = (ref: unknown): void => {
    if (!(ref instanceof PDFRef)) return;
    if (seen.has(ref.tag)) throw new Error("circular page tree");
    seen.add(ref.tag);
    const node = document.context.lookup(ref);
    if (!(node instanceof PDFDict)) return;
    const kids = node.lookup(PDFName.of("Kids"));
    if (kids && "asArray" in kids) (kids as { asArray(): unknown[] }).asArray().forEach(walk);
  };
  walk(document.catalog.get(PDFName.of("Pages")));
}
