import { unpackDrawing, type Drawing } from "@hemstitch/core/drawing";
import { getBytes } from "./api";
import { unframed } from "./framed";

/** How long to wait before a drawing is asked for again that is being read anew, milliseconds. */
const AGAIN_MS = 700;

/** Fetches a drawing that is kept packed and gzipped; waits while the server reads it anew from its file. */
export async function fetchDrawing(path: string): Promise<Drawing> {
  for (;;) {
    const { bytes, status } = await getBytes(path);
    if (status !== UNDER_WAY) return unpacked(bytes);
    await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
  }
}

const UNDER_WAY = 202;

/** A drawing and its file, with what is to be said of them. */
export async function fetchFramed<T>(
  path: string,
  body: string,
): Promise<{ drawing: Drawing; file: Uint8Array; said: T }> {
  const { bytes } = await getBytes(path, { method: "POST", headers: { "Content-Type": "application/json" }, body });
  const { said, parts } = unframed<T>(bytes);
  const [drawing, file] = parts;
  if (!drawing || !file) throw new Error("The answer of the server is incomplete.");
  return { drawing: await unpacked(drawing), file, said };
}

async function unpacked(gzipped: Uint8Array): Promise<Drawing> {
  const stream = new Blob([gzipped as Uint8Array<ArrayBuffer>]).stream().pipeThrough(new DecompressionStream("gzip"));
  return unpackDrawing(new Uint8Array(await new Response(stream).arrayBuffer()));
}
