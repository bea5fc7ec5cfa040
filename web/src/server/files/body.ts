import { incoming } from "../http/incoming";

/**
 * The body of a request, piece by piece. While a piece is worked on the sender waits: the framework hands on whatever
 * comes, as fast as it comes, and without this a large file would pile up in memory.
 */
export async function* bodyOf(request: Request): AsyncGenerator<Uint8Array> {
  if (!request.body) return;
  const source = incoming.getStore();
  const reader = request.body.getReader();
  try {
    for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
      source?.pause();
      yield piece.value;
      source?.resume();
    }
  } finally {
    // Who stops listening half-way lets the rest of it go.
    source?.resume();
    await reader.cancel().catch(() => undefined);
  }
}
