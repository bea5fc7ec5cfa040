import { Inflate, Unzlib } from "fflate";
import { joined } from "../../base/bytes";
import { megabytes } from "../../base/words";
import { overLimit, ReadError } from "../limits";

/** Inflates in pieces and stops at the limit, so that a small file can't fill the memory. A damaged end gives what came before it. */
export function inflate(bytes: Uint8Array, limit: number): Uint8Array {
  return (
    inflateWith(() => new Unzlib(), bytes, limit) ??
    inflateWith(() => new Inflate(), bytes.subarray(2), limit) ??
    new Uint8Array(0)
  );
}

const PIECE = 1 << 16;
/** What is damaged is unpacked in small pieces: of the piece in which the damage is nothing comes out. */
const SMALL_PIECE = 256;

function inflateWith(make: () => Unzlib | Inflate, bytes: Uint8Array, limit: number): Uint8Array | undefined {
  const whole = inPieces(make(), bytes, limit, PIECE);
  if (!whole.failed) return whole.unpacked;
  const { unpacked } = inPieces(make(), bytes, limit, SMALL_PIECE);
  return unpacked.length === 0 ? undefined : unpacked;
}

function inPieces(
  engine: Unzlib | Inflate,
  bytes: Uint8Array,
  limit: number,
  size: number,
): { readonly unpacked: Uint8Array; readonly failed: boolean } {
  const pieces: Uint8Array[] = [];
  let total = 0;
  engine.ondata = (piece) => {
    total += piece.length;
    if (total > limit) throw overLimit("A stream of the file unpacks to more than is sensible", megabytes(limit));
    if (piece.length > 0) pieces.push(piece);
  };
  try {
    for (let at = 0; at < bytes.length; at += size) engine.push(bytes.subarray(at, at + size), false);
    // Said apart: data that end too soon give what they have before that is found out.
    engine.push(new Uint8Array(0), true);
  } catch (error) {
    if (error instanceof ReadError) throw error;
    return { unpacked: joined(pieces), failed: true };
  }
  return { unpacked: joined(pieces), failed: false };
}
