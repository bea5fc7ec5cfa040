import { Inflate, Unzlib } from "fflate";
import { joined } from "../../base/bytes";
import { megabytes } from "../../base/words";
import { overLimit, ReadError } from "../limits";

/** Inflates in pieces and stops at the limit, so that a small file can't fill the memory. A damaged end gives what came before it. */
export function inflate(bytes: Uint8Array, limit: number): Uint8Array {
  return (
    inflateWith(new Unzlib(), bytes, limit) ?? inflateWith(new Inflate(), bytes.subarray(2), limit) ?? new Uint8Array(0)
  );
}

const PIECE = 1 << 16;

function inflateWith(engine: Unzlib | Inflate, bytes: Uint8Array, limit: number): Uint8Array | undefined {
  const pieces: Uint8Array[] = [];
  let total = 0;
  engine.ondata = (piece) => {
    total += piece.length;
    if (total > limit) throw overLimit("A stream of the file unpacks to more than is sensible", megabytes(limit));
    if (piece.length > 0) pieces.push(piece);
  };
  try {
    for (let at = 0; at < bytes.length; at += PIECE)
      engine.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
  } catch (error) {
    if (error instanceof ReadError) throw error;
    if (total === 0) return undefined;
  }
  return joined(pieces);
}
