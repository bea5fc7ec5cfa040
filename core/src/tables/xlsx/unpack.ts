import { Unzip, UnzipInflate } from "fflate";
import { joined } from "../../base/bytes";

/** More bytes than were allowed came out of an archive. */
export class TooMuch extends Error {}

/**
 * Unpacks the parts of a ZIP archive that are wanted, and stops as soon as more bytes come out of it than `most`:
 * what an archive says of its own sizes is not believed. Throws for what is no archive.
 */
export function unpack(bytes: Uint8Array, isWanted: (name: string) => boolean, most: number): Map<string, Uint8Array> {
  const parts = new Map<string, Uint8Array[]>();
  let unpacked = 0;
  const archive = new Unzip((file) => {
    if (!isWanted(file.name) || parts.has(file.name)) return;
    const pieces: Uint8Array[] = [];
    parts.set(file.name, pieces);
    file.ondata = (error, piece) => {
      if (error) throw error;
      unpacked += piece.length;
      if (unpacked > most) throw new TooMuch();
      pieces.push(piece);
    };
    file.start();
  });
  archive.register(UnzipInflate);
  // Small steps: one of them can unpack to a thousand times its size before it is looked at.
  for (let at = 0; at < bytes.length; at += STEP)
    archive.push(bytes.subarray(at, at + STEP), at + STEP >= bytes.length);
  return new Map([...parts].map(([name, pieces]) => [name, joined(pieces)]));
}

const STEP = 16_384;
