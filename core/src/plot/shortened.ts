import type { Board } from "../drawing";

/** As much of a text as there is room for, ended by an ellipsis where something was cut off. */
export function shortened(board: Pick<Board, "textWidth">, text: string, heightMm: number, roomMm: number): string {
  if (board.textWidth(text, heightMm) <= roomMm) return text;
  const letters = [...text];
  let [low, high] = [0, letters.length];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (board.textWidth(`${letters.slice(0, middle).join("")}…`, heightMm) <= roomMm) low = middle;
    else high = middle - 1;
  }
  return `${letters.slice(0, low).join("").trimEnd()}…`;
}
