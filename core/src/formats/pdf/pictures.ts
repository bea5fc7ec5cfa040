import { lookup, numberAt } from "./objects";
import { Name, List, type Dict, type Stream } from "./syntax/values";

/** Why a picture can't be decoded; undefined where nothing speaks against it. */
export type PictureFault = string;

/** The last filter of a picture's stream, which is what packs its dots. */
function packingOf(dict: Dict): string | undefined {
  const filter = lookup(dict, "Filter");
  if (filter instanceof Name) return filter.text;
  const last = filter instanceof List ? filter.items.at(-1) : undefined;
  return last instanceof Name ? last.text : undefined;
}

const hasSize = (dict: Dict): boolean => (numberAt(dict, "Width") ?? 0) > 0 && (numberAt(dict, "Height") ?? 0) > 0;

/**
 * Looks at a picture without decoding it: whether its size is said, its packing is one that viewers know, and its data
 * are what they claim to be. Viewers leave such a picture out, and what it shows is not on the paper.
 */
function pictureFault(picture: Stream): PictureFault | undefined {
  if (!hasSize(picture.dict)) return "its size is not said";
  const packing = packingOf(picture.dict);
  const { packed } = picture;
  const isAlone = lookup(picture.dict, "Filter") instanceof Name;
  switch (packing) {
    case "JBIG2Decode":
      return isAlone && !isJbig2(packed) ? "its JBIG2 data are broken" : undefined;
    case "DCTDecode":
    case "DCT":
      return isAlone && !(packed[0] === 0xff && packed[1] === 0xd8) ? "its JPEG data are broken" : undefined;
    case "JPXDecode":
      return isAlone && !isJpeg2000(packed) ? "its JPEG 2000 data are broken" : undefined;
    case "CCITTFaxDecode":
    case "CCF":
      return packed.length === 0 ? "it has no data" : undefined;
    case "FlateDecode":
    case "Fl":
      return isAlone && !isZlib(packed) ? "its packed data are broken" : undefined;
    case undefined:
    case "LZWDecode":
    case "LZW":
    case "RunLengthDecode":
    case "RL":
    case "ASCIIHexDecode":
    case "AHx":
    case "ASCII85Decode":
    case "A85":
      return packed.length === 0 ? "it has no data" : undefined;
    default:
      return `its packing (${packing.slice(0, 40)}) is not known`;
  }
}

/** The two first bytes of zlib data (RFC 1950). */
const isZlib = ([first = 0, second = 0]: Uint8Array): boolean =>
  (first & 15) === 8 && (first * 256 + second) % 31 === 0;

/** Begins as a box of the file format or as a bare code stream (ITU-T T.800). */
const isJpeg2000 = (bytes: Uint8Array): boolean =>
  (bytes[0] === 0xff && bytes[1] === 0x4f) || (bytes[4] === 0x6a && bytes[5] === 0x50);

/** Kinds of segments that there are (ITU-T T.88, 7.3). */
const SEGMENTS = new Set([0, 4, 6, 7, 16, 20, 22, 23, 36, 38, 39, 40, 42, 43, 48, 49, 50, 51, 52, 53, 62]);
const PAGE_INFORMATION = 48;
const UNKNOWN_LENGTH = 0xffffffff;

/** Follows the heads of the segments of an embedded JBIG2 picture (ITU-T T.88, 7.2): known kinds, within the data. */
function isJbig2(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let hasPage = false;
  for (let at = 0; at < bytes.length;) {
    if (at + 11 > bytes.length) return false;
    const number = view.getUint32(at);
    const flags = bytes[at + 4] ?? 0;
    if (!SEGMENTS.has(flags & 63)) return false;
    if ((flags & 63) === PAGE_INFORMATION) hasPage = true;
    let next = at + 5;
    let referred = (bytes[next] ?? 0) >> 5;
    if (referred === 7) {
      referred = view.getUint32(next) & 0x1fffffff;
      next += 4 + Math.ceil((referred + 1) / 8);
    } else next += 1;
    next += referred * (number <= 256 ? 1 : number <= 65536 ? 2 : 4);
    next += (flags & 64) !== 0 ? 4 : 1;
    if (next + 4 > bytes.length) return false;
    const length = view.getUint32(next);
    if (length === UNKNOWN_LENGTH) return hasPage;
    at = next + 4 + length;
    if (at > bytes.length) return false;
  }
  return hasPage;
}

/** Pictures of a file, each looked at once. */
export class PictureTable {
  private readonly known = new Map<number, PictureFault | undefined>();

  faultOf(picture: Stream): PictureFault | undefined {
    if (picture.number !== 0 && this.known.has(picture.number)) return this.known.get(picture.number);
    const fault = pictureFault(picture);
    this.known.set(picture.number, fault);
    return fault;
  }
}
