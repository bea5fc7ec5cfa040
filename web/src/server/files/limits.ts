/** The largest file taken, bytes: HEMSTITCH_MAX_FILE_MB, 256 MB unless set. */
export function maxFileBytes(): number {
  const megabytes = Number(process.env["HEMSTITCH_MAX_FILE_MB"]);
  return (megabytes > 0 ? megabytes : 256) * 2 ** 20;
}
