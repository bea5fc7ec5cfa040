/** A file as a download of an inert type, whatever it holds; its name can't break out of the header. */
export function download(bytes: Uint8Array, name: string): Response {
  const plain = name.replace(/[^\w.() -]/g, "_").slice(0, 120);
  return new Response(Buffer.from(bytes), {
    headers: {
      "Content-Type": "application/octet-stream",
      "Content-Disposition": `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name.toWellFormed()).slice(0, 400)}`,
      "Content-Length": String(bytes.length),
      "Cache-Control": "no-store",
    },
  });
}

/** A packed drawing: kept gzipped, unpacked by the browser. */
export const packedDrawing = (gzipped: Uint8Array, more: Record<string, string> = {}): Response =>
  new Response(Buffer.from(gzipped), { headers: { "Content-Type": "application/octet-stream", "Content-Encoding": "gzip", "Cache-Control": "private, no-store", ...more } });
