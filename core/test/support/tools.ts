import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { nodeInflate } from "../../src/node/inflate";
import type { Drawing } from "../../src/drawing";
import { readDrawing } from "../../src/formats";
import { must } from "../../src/base/result";

export const fixturesFolder = join(dirname(fileURLToPath(import.meta.url)), "..", "fixtures");

export const fixture = (name: string): Uint8Array => new Uint8Array(readFileSync(join(fixturesFolder, name)));

/** Small files of other makers or made by hand that each show one thing; its README says what is right. */
export const casesFolder = join(dirname(fileURLToPath(import.meta.url)), "..", "cases");

export const caseOf = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(join(casesFolder, "pdf", `${name}.pdf`)));

/** Reads a file that must be readable. */
export const drawingOf = async (bytes: Uint8Array): Promise<Drawing> =>
  must(await readDrawing(bytes, { inflate: nodeInflate })).drawing;

/** Writes bytes to a file of a new folder under the system's temporary one. */
export function temporary(bytes: Uint8Array, name = "file.pdf"): string {
  const path = join(mkdtempSync(join(tmpdir(), "hemstitch-")), name);
  writeFileSync(path, bytes);
  return path;
}

/** Output of a public tool. */
export const run = (tool: string, ...args: string[]): string =>
  execFileSync(tool, args, { encoding: "utf8", maxBuffer: 2 ** 28, stdio: ["ignore", "pipe", "pipe"] });

/** `qpdf --check` on bytes: throws with its complaint where the file is not sound. */
export const checkedByQpdf = (bytes: Uint8Array): string => run("qpdf", "--check", temporary(bytes));
