import { incoming } from "../base/incoming";
import { patience, TooSlow } from "./pace";

/**
 * The body of a request, piece by piece. While a piece is worked on the sender waits: the framework hands on whatever
 * comes, as fast as it comes, and without this a large file would pile up in memory. One that comes too slowly is given
 * up: throws `TooSlow`. Time in which a piece is worked on does not count against the sender.
 */
export async function* bodyOf(request: Request): AsyncGenerator<Uint8Array> {
  if (!request.body) return;
  const source = incoming.getStore();
  const reader = request.body.getReader();
  let [received, beganAt] = [0, Date.now()];
  try {
    for (;;) {
      const piece = await inTime(reader.read(), patience(received, beganAt));
      if (piece.done) return;
      source?.pause();
      received += piece.value.length;
      const handedOn = Date.now();
      yield piece.value;
      beganAt += Date.now() - handedOn;
      source?.resume();
    }
  } finally {
    // Who stops listening half-way lets the rest of it go, and does not wait until it has come.
    source?.resume();
    void reader.cancel().catch(() => undefined);
  }
}

async function inTime<T>(coming: Promise<T>, ms: number): Promise<T> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, refuse) => {
    timer = setTimeout(() => refuse(new TooSlow()), Math.max(0, ms));
  });
  try {
    return await Promise.race([coming, late]);
  } finally {
    clearTimeout(timer);
    // A piece that comes after all is nobody's.
    coming.catch(() => undefined);
  }
}
