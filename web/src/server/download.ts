/** Longer names are cut at their beginning, so that they keep their ending. */
const LONGEST_NAME = 120;

/** A file as a download of an inert type, whatever it holds; its name can't break out of the header. */
export function download(bytes: Uint8Array, name: string): Response {
  const short = [...name.toWellFormed()].slice(-LONGEST_NAME).join("");
  const plain = short.replace(/[^\w.() -]/g, "_");
  return new Response(Buffer.from(bytes), {
    headers: {
      "Content-Type": "application/octet-stream",
      "Content-Disposition": `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(short)}`,
      "Content-Length": String(bytes.length),
      "Cache-Control": "no-store",
    },
  });
}

/** A packed drawing as it is kept: gzipped, to be unpacked by the page that asked for it. */
export const packedDrawing = (gzipped: Uint8Array): Response =>
  new Response(Buffer.from(gzipped), {
    headers: { "Content-Type": "application/octet-stream", "Cache-Control": "private, no-store" },
  });
