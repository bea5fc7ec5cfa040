import { bad, good, type Result } from "../base/result";

/** A picture that can be put on sheets. */
export interface PictureFile {
  readonly kind: "png" | "jpeg";
  readonly bytes: Uint8Array;
  readonly widthPx: number;
  readonly heightPx: number;
}

const LARGEST_BYTES = 10 * 2 ** 20;
/** A stamp of 100 mm at 600 dots an inch has 2,400 dots a side; unpacking is bounded well above that. */
const LARGEST_PX = 6000;

const PNG_SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

/** Looks at a PNG (W3C) or JPEG (ITU-T T.81) file without unpacking it; says why where it is neither. */
export function readPictureFile(bytes: Uint8Array): Result<PictureFile> {
  if (bytes.length > LARGEST_BYTES)
    return bad("over-limit", "The picture has over 10 MB, the most that is taken.", { remedy: "Make it smaller." });
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const size = pngSize(view) ?? jpegSize(view);
  if (!size)
    return bad("not-a-picture", "This is not a PNG or JPEG picture.", {
      remedy: "Save the stamp as PNG, and upload that.",
    });
  if (Math.max(size.widthPx, size.heightPx) > LARGEST_PX)
    return bad(
      "over-limit",
      `The picture has ${size.widthPx} × ${size.heightPx} dots; ${LARGEST_PX} a side are the most.`,
      {
        remedy: "Make it smaller; 2,400 dots print 100 mm at 600 dots an inch.",
      },
    );
  return good({ ...size, bytes });
}

type Size = Pick<PictureFile, "kind" | "widthPx" | "heightPx">;

/** The first chunk of a PNG is its header: width and height. */
function pngSize(view: DataView): Size | undefined {
  if (view.byteLength < 33 || PNG_SIGNATURE.some((byte, i) => view.getUint8(i) !== byte)) return undefined;
  const [widthPx, heightPx] = [view.getUint32(16), view.getUint32(20)];
  return widthPx > 0 && heightPx > 0 ? { kind: "png", widthPx, heightPx } : undefined;
}

/** Frame headers of a JPEG: SOF0 to SOF15 without the tables among them (DHT C4, JPG C8, DAC CC). */
const isFrameHeader = (marker: number): boolean =>
  marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;

function jpegSize(view: DataView): Size | undefined {
  if (view.byteLength < 4 || view.getUint16(0) !== 0xffd8) return undefined;
  for (let at = 2; at + 9 < view.byteLength;) {
    if (view.getUint8(at) !== 0xff) return undefined;
    const marker = view.getUint8(at + 1);
    if (isFrameHeader(marker)) {
      const [heightPx, widthPx] = [view.getUint16(at + 5), view.getUint16(at + 7)];
      return widthPx > 0 && heightPx > 0 ? { kind: "jpeg", widthPx, heightPx } : undefined;
    }
    at += 2 + view.getUint16(at + 2);
  }
  return undefined;
}
