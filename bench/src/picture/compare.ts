/** Pixels of a picture, red, green and blue in turn, rows from the top. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8Array;
}

export interface Difference {
  /** Of the whole page, 0 to 1: black where it is white everywhere is 1. */
  readonly mean: number;
  /** Of the square that differs most. */
  readonly worst: number;
  /** Largest difference of a square's mean darkness: it doesn't grow with a line that lies a pixel beside. */
  readonly tone: number;
  /** Upper left corner of the square that differs most, pixels. */
  readonly x: number;
  readonly y: number;
}

/**
 * How two pictures of one page differ: on the whole, and in the square of `side` pixels that differs most (squares
 * overlap by half). Where one is a pixel larger, that edge does not count.
 */
export function differenceOf(a: Pixels, b: Pixels, side: number): Difference {
  const [width, height] = [Math.min(a.width, b.width), Math.min(a.height, b.height)];
  const half = Math.max(1, Math.floor(side / 2));
  const [columns, rows] = [Math.ceil(width / half), Math.ceil(height / half)];
  const sums = new Float64Array(columns * rows);
  const darker = new Float64Array(columns * rows);
  let total = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [i, j] = [(y * a.width + x) * 3, (y * b.width + x) * 3];
      let [pixel, signed] = [0, 0];
      for (let c = 0; c < 3; c++) {
        const difference = (a.rgb[i + c] ?? 0) - (b.rgb[j + c] ?? 0);
        pixel += Math.abs(difference);
        signed += difference;
      }
      pixel /= 3 * 255;
      total += pixel;
      const cell = Math.floor(y / half) * columns + Math.floor(x / half);
      sums[cell] = (sums[cell] ?? 0) + pixel;
      darker[cell] = (darker[cell] ?? 0) + signed / (3 * 255);
    }
  const inSquare = (cells: Float64Array, at: number): number =>
    ((cells[at] ?? 0) + (cells[at + 1] ?? 0) + (cells[at + columns] ?? 0) + (cells[at + columns + 1] ?? 0)) /
    (4 * half * half);
  let found = { worst: 0, x: 0, y: 0 };
  let tone = 0;
  for (let row = 0; row + 1 < rows; row++)
    for (let column = 0; column + 1 < columns; column++) {
      const at = row * columns + column;
      const worst = inSquare(sums, at);
      if (worst > found.worst) found = { worst, x: column * half, y: row * half };
      tone = Math.max(tone, Math.abs(inSquare(darker, at)));
    }
  return { mean: total / Math.max(1, width * height), tone, ...found };
}

/** A binary PPM file (as `mutool draw -F ppm` writes it). */
export function readPpm(bytes: Uint8Array): Pixels {
  const head = /^P6\s+(?:#[^\n]*\n)*(\d+)\s+(\d+)\s+255\s/.exec(Buffer.from(bytes.subarray(0, 200)).toString("latin1"));
  if (!head) throw new Error("No PPM file.");
  return { width: Number(head[1]), height: Number(head[2]), rgb: bytes.subarray(head[0].length) };
}

/** The same, to be looked at. */
export const ppmOf = ({ width, height, rgb }: Pixels): Uint8Array =>
  Buffer.concat([Buffer.from(`P6\n${width} ${height}\n255\n`), rgb]);
