import { mkdir, rename, rm, writeFile } from "node:fs/promises";
import { dirname, resolve } from "node:path";
import { UsageError } from "./usage-error";

const WHY: Readonly<Record<string, string>> = {
  ENOENT: "its folder does not exist",
  EACCES: "its folder may not be written to",
  EISDIR: "it is a folder",
  ENOTDIR: "a file stands where its folder should be",
  ENOSPC: "the disk is full",
  EROFS: "the disk is read-only",
};

function reasonOf(error: unknown): string {
  const code = error instanceof Error && "code" in error ? String(error.code) : String(error);
  return WHY[code] ?? code;
}

/** Writes a file whole or not at all, never over one of the files it was made from. */
export async function writeWhole(path: string, data: string | Uint8Array, from: readonly string[] = []): Promise<void> {
  if (from.some((each) => resolve(each) === resolve(path)))
    throw new UsageError(`--out ${path} is the file that is read. Name another file.`);
  const beside = `${path}.${process.pid}.part`;
  try {
    await writeFile(beside, data);
    await rename(beside, path);
  } catch (error) {
    await rm(beside, { force: true }).catch(() => undefined);
    throw new UsageError(`${path} can't be written: ${reasonOf(error)}.`);
  }
}

/** Makes a folder for files, with those above it. */
export async function makeFolder(path: string): Promise<void> {
  try {
    await mkdir(path, { recursive: true });
  } catch (error) {
    throw new UsageError(`The folder ${path} can't be made in ${dirname(path)}: ${reasonOf(error)}.`);
  }
}
