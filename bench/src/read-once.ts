import { readFileSync } from "node:fs";
import { readDrawing } from "@hemstitch/core/formats";
import { nodeInflate } from "@hemstitch/core/node";

/** Reads a page in this process some times over, by us or by pdfjs-dist; prints the best time in milliseconds. */
const [, , what, path = "", runs = "5"] = process.argv;
const bytes = new Uint8Array(readFileSync(path));

async function ours(): Promise<void> {
  const read = await readDrawing(bytes, { inflate: nodeInflate });
  if (!read.ok) throw new Error(read.problem.message);
}

async function pdfjs(): Promise<void> {
  const { getDocument } = await import("pdfjs-dist/legacy/build/pdf.mjs");
  const document = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  await (await document.getPage(1)).getOperatorList();
  await document.destroy();
}

let best = Infinity;
// One run more than asked for: the first warms up the compiler for both alike.
for (let i = 0; i <= Number(runs); i++) {
  const began = performance.now();
  await (what === "ours" ? ours() : pdfjs());
  best = Math.min(best, performance.now() - began);
}
process.stdout.write(`${best}\n`);
