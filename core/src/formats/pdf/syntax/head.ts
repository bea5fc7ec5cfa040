import { find } from "./object-parser";

/** How far viewers look for the head of a PDF: what came before it – mail headers, a printer's commands – is passed over. */
const FARTHEST = 32 * 1024;

/** Where the head of a PDF stands; -1 where there is none. */
export const headOf = (bytes: Uint8Array): number => find(bytes.subarray(0, FARTHEST), "%PDF-");
