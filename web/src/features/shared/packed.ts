import { unpackDrawing, type Drawing } from "@hemstitch/core/drawing";
import { getBytes } from "./api";

/** Fetches a drawing that is kept packed and gzipped, with the answer's headers. */
export async function fetchDrawing(path: string, init?: RequestInit): Promise<{ drawing: Drawing; headers: Headers }> {
  const { bytes, headers } = await getBytes(path, init);
  const stream = new Blob([bytes as Uint8Array<ArrayBuffer>]).stream().pipeThrough(new DecompressionStream("gzip"));
  return { drawing: unpackDrawing(new Uint8Array(await new Response(stream).arrayBuffer())), headers };
}
