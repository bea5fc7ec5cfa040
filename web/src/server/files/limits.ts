const MEGABYTE = 2 ** 20;

/** The largest file taken, bytes: HEMSTITCH_MAX_FILE_MB, 256 MB unless set. */
export function maxFileBytes(): number {
  const megabytes = Number(process.env["HEMSTITCH_MAX_FILE_MB"]);
  return (megabytes > 0 ? megabytes : 256) * MEGABYTE;
}

/** Files that are looked at in memory before they are kept: tables, fonts, pictures, whole standards. Bytes. */
export const MAX_SMALL_FILE_BYTES = 32 * MEGABYTE;

/** What may be sent as JSON: its bytes, and how many members all its lists and objects may have together. */
export interface JsonLimits {
  readonly bytes: number;
  readonly members: number;
}
/** To a handler that anybody may call: an address, a password, the secret of a link. */
export const OPEN_FORM: JsonLimits = { bytes: 8 * 1024, members: 100 };
/** A form of somebody who has signed in: names, notes, the particulars of a plan set. */
export const FORM: JsonLimits = { bytes: MEGABYTE, members: 20_000 };
/** An edit of the draft: a register of tens of thousands of entries. Reading as much takes a fifth of a second. */
export const EDIT: JsonLimits = { bytes: 16 * MEGABYTE, members: 500_000 };
/** The bytes of files are kept in pieces of this. */
export const PIECE_BYTES = MEGABYTE;
