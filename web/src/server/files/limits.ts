const MEGABYTE = 2 ** 20;

/** The largest file taken, bytes: HEMSTITCH_MAX_FILE_MB, 256 MB unless set. */
export function maxFileBytes(): number {
  const megabytes = Number(process.env["HEMSTITCH_MAX_FILE_MB"]);
  return (megabytes > 0 ? megabytes : 256) * MEGABYTE;
}

/** Files that are looked at in memory before they are kept: tables, fonts, pictures, whole standards. Bytes. */
export const MAX_SMALL_FILE_BYTES = 32 * MEGABYTE;
/** What a form or an edit may hold: a register of tens of thousands of entries. Bytes. */
export const MAX_JSON_BYTES = 16 * MEGABYTE;
/** The bytes of files are kept in pieces of this. */
export const PIECE_BYTES = MEGABYTE;
