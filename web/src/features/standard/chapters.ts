/** The chapters that are open, in the order of practice. */
export const CHAPTERS = [
  { path: "layers", word: "Layers" },
  { path: "pens-and-lines", word: "Pens & lines" },
  { path: "text", word: "Text" },
] as const;

export type ChapterPath = (typeof CHAPTERS)[number]["path"];
