import type { Board } from "../drawing";

/** Words in lines no wider than `widthMm`; a word that is wider is cut. */
export function wrapped(board: Pick<Board, "textWidth">, text: string, heightMm: number, widthMm: number): string[] {
  return text.split(/\r?\n/).flatMap((paragraph) => {
    const lines: string[] = [];
    let line = "";
    for (const word of paragraph.split(/\s+/).filter((each) => each !== "")) {
      const longer = line === "" ? word : `${line} ${word}`;
      if (board.textWidth(longer, heightMm) <= widthMm) line = longer;
      else {
        if (line !== "") lines.push(line);
        const pieces = cut(board, word, heightMm, widthMm);
        lines.push(...pieces.slice(0, -1));
        line = pieces.at(-1) ?? "";
      }
    }
    return line === "" ? lines : [...lines, line];
  });
}

function cut(board: Pick<Board, "textWidth">, word: string, heightMm: number, widthMm: number): string[] {
  const pieces: string[] = [];
  let piece = "";
  for (const letter of word) {
    if (piece !== "" && board.textWidth(piece + letter, heightMm) > widthMm) {
      pieces.push(piece);
      piece = "";
    }
    piece += letter;
  }
  return [...pieces, piece];
}
