/** What something is judged by: an edition by its number, or the draft. */
export type JudgedBy = number | "draft";

/** What a job about one file is told. */
export interface OfFile {
  readonly fileId: string;
  /** What it is judged by, settled when it is begun: what is published meanwhile changes nothing of it. */
  readonly by?: JudgedBy;
}
