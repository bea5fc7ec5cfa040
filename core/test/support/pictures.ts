import { readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { run, temporary } from "./tools";

/** A page as `mutool draw` paints it: grey levels, row by row from the top. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly grey: Uint8Array;
}

const DPI = 100;

/** The first page of a file, painted by mutool. */
export function pictureOf(bytes: Uint8Array, dpi = DPI): Picture {
  const path = temporary(bytes);
  const out = join(dirname(path), "page.pgm");
  run("mutool", "draw", "-q", "-c", "gray", "-F", "pgm", "-r", String(dpi), "-o", out, path, "1");
  return readPgm(new Uint8Array(readFileSync(out)));
}

/** A binary PGM: `P5`, width, height, 255, then the levels. */
function readPgm(bytes: Uint8Array): Picture {
  const head: string[] = [];
  let at = 0;
  while (head.length < 4) {
    let word = "";
    while (bytes[at]! > 32) word += String.fromCharCode(bytes[at++]!);
    at++;
    if (word !== "") head.push(word);
  }
  const [width, height] = [Number(head[1]), Number(head[2])];
  return { width, height, grey: bytes.subarray(at, at + width * height) };
}

/** Pixels that differ by more than a fifth of the grey levels. */
export function pixelsThatDiffer(a: Picture, b: Picture): (readonly [x: number, y: number])[] {
  const found: (readonly [number, number])[] = [];
  a.grey.forEach((grey, i) => {
    if (Math.abs(grey - (b.grey[i] ?? -1000)) > 51) found.push([i % a.width, Math.floor(i / a.width)]);
  });
  return found;
}
