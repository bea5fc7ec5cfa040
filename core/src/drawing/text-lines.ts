import type { TextColumns } from "./drawing";

/** Strings of one line lie on one baseline: off it by no more than this share of their height. */
const OFF_BASELINE = 0.1;
/** Between the end of one and the start of the next is no more than this, in heights of capitals; they may overlap a little. */
const LARGEST_GAP = 2.5;
const LARGEST_OVERLAP = 0.5;
const SAME_DIRECTION_DEG = 0.5;
const SAME_HEIGHT = 0.01;

/**
 * Where the line begins that each string belongs to: programs set words, and even letters, one by one. Gives for each
 * row the row of its line's first string, which is its own where it stands alone or begins a line.
 */
export function textLines(texts: TextColumns): Uint32Array {
  const first = new Uint32Array(texts.count);
  for (let row = 0; row < texts.count; row++)
    first[row] = row > 0 && goesOn(texts, row) ? (first[row - 1] ?? row) : row;
  return first;
}

/** Whether a string goes on where the one before it ends, or a word's space behind. */
function goesOn(texts: TextColumns, row: number): boolean {
  const height = texts.heightMm[row] ?? 0;
  if (height <= 0 || texts.font[row] !== texts.font[row - 1] || texts.layer[row] !== texts.layer[row - 1]) return false;
  if (Math.abs(height - (texts.heightMm[row - 1] ?? 0)) > height * SAME_HEIGHT) return false;
  if (Math.abs((texts.angleDeg[row] ?? 0) - (texts.angleDeg[row - 1] ?? 0)) > SAME_DIRECTION_DEG) return false;
  const [along, across] = fromTo(texts, row - 1, row);
  const gap = along - (texts.advanceMm[row - 1] ?? 0);
  return Math.abs(across) <= height * OFF_BASELINE && gap <= height * LARGEST_GAP && gap >= -height * LARGEST_OVERLAP;
}

/** How far the start of one string lies from another's: along its baseline, and across it. Millimetres. */
export function fromTo(texts: TextColumns, from: number, to: number): [along: number, across: number] {
  const turn = ((texts.angleDeg[from] ?? 0) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const dx = (texts.anchors[to * 2] ?? 0) - (texts.anchors[from * 2] ?? 0);
  const dy = (texts.anchors[to * 2 + 1] ?? 0) - (texts.anchors[from * 2 + 1] ?? 0);
  return [dx * cos + dy * sin, dy * cos - dx * sin];
}
