/** An affine map (x, y) → (a·x + c·y + e, b·x + d·y + f), as in ISO 32000. */
export interface Matrix {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const IDENTITY: Matrix = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

/** First `m`, then `n`. */
export const concat = (m: Matrix, n: Matrix): Matrix => ({
  a: m.a * n.a + m.b * n.c,
  b: m.a * n.b + m.b * n.d,
  c: m.c * n.a + m.d * n.c,
  d: m.c * n.b + m.d * n.d,
  e: m.e * n.a + m.f * n.c + n.e,
  f: m.e * n.b + m.f * n.d + n.f,
});

/** How much larger lengths become, on average over directions: √|det|. */
export const scaleOf = (m: Matrix): number => Math.sqrt(Math.abs(m.a * m.d - m.b * m.c));

/** The map that leads back; no finite one where the map flattens everything. */
export function inverse({ a, b, c, d, e, f }: Matrix): Matrix {
  const det = a * d - b * c;
  return { a: d / det, b: -b / det, c: -c / det, d: a / det, e: (c * f - d * e) / det, f: (b * e - a * f) / det };
}
