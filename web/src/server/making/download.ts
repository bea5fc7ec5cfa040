import { database } from "../database/client";
import { piecesOf } from "../files/pieces";

/** Longer names are cut at their beginning, so that they keep their ending. */
const LONGEST_NAME = 120;

/** A file as a download of an inert type, whatever it holds; its name can't break out of the header. */
export const download = (bytes: Uint8Array, name: string): Response =>
  new Response(Buffer.from(bytes), { headers: headersOf(name, bytes.length) });

/** The same of a kept file, read piece by piece as fast as it is taken: no process holds it whole. */
export function downloadStored({ stored, size }: { stored: string; size: number }, name: string): Response {
  const pieces: AsyncGenerator<Uint8Array, void> = piecesOf(database(), stored);
  const body = new ReadableStream<Uint8Array>(
    {
      async pull(controller) {
        const piece = await pieces.next();
        if (piece.done) controller.close();
        else controller.enqueue(piece.value);
      },
      cancel: async () => void (await pieces.return(undefined)),
    },
    { highWaterMark: 1 },
  );
  return new Response(body, { headers: headersOf(name, size) });
}

function headersOf(name: string, size: number): Record<string, string> {
  const short = [...name.toWellFormed()].slice(-LONGEST_NAME).join("");
  const plain = short.replace(/[^\w.() -]/g, "_");
  return {
    "Content-Type": "application/octet-stream",
    "Content-Disposition": `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(short)}`,
    "Content-Length": String(size),
    "Cache-Control": "no-store",
  };
}

/** A packed drawing as it is kept: gzipped, to be unpacked by the page that asked for it. */
export const packedDrawing = (gzipped: Uint8Array): Response =>
  new Response(Buffer.from(gzipped), {
    headers: { "Content-Type": "application/octet-stream", "Cache-Control": "private, no-store" },
  });
