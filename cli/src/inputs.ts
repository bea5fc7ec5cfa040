import { readdir, stat } from "node:fs/promises";
import { join } from "node:path";
import { UsageError } from "./usage-error";

/** What a call names: files one by one, and sets of files that are held against each other. */
export interface Inputs {
  /** Each once, in the order of the call, those of a folder by name: `2.pdf` before `10.pdf`. */
  readonly paths: readonly string[];
  readonly sets: readonly SetOfFiles[];
}

export interface SetOfFiles {
  /** The folder, or “these files”. */
  readonly name: string;
  readonly paths: readonly string[];
}

/** A folder is a set; so are all that is named, where the call says so. A file that can't be found is told when it is read. */
export async function inputsOf(named: readonly string[], isOneSet: boolean): Promise<Inputs> {
  const each = await Promise.all(
    named.map(async (path) =>
      (await isFolder(path)) ? { folder: path, paths: await drawingsIn(path) } : { paths: [path] },
    ),
  );
  for (const { folder, paths } of each)
    if (folder !== undefined && paths.length === 0)
      throw new UsageError(`There are no PDF files in the folder ${folder}, nor in those within it.`);
  const paths = [...new Set(each.flatMap((one) => one.paths))];
  const sets = isOneSet
    ? [{ name: named.length === 1 ? (named[0] ?? "") : "these files", paths }]
    : each.flatMap(({ folder, paths: own }) => (folder === undefined ? [] : [{ name: folder, paths: own }]));
  return { paths, sets };
}

const isFolder = async (path: string): Promise<boolean> =>
  (await stat(path).catch(() => undefined))?.isDirectory() ?? false;

/** The drawings in a folder and those within it; what is hidden is left out, and links to folders are not followed. */
async function drawingsIn(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { withFileTypes: true }).catch((error: unknown) => {
    throw new UsageError(
      `The folder ${folder} can't be read (${error instanceof Error && "code" in error ? String(error.code) : String(error)}).`,
    );
  });
  const inOrder = entries
    .filter(({ name }) => !name.startsWith("."))
    .sort((a, b) => a.name.localeCompare(b.name, "en", { numeric: true }));
  const found: string[] = [];
  for (const entry of inOrder) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) found.push(...(await drawingsIn(path)));
    else if (/\.pdf$/i.test(entry.name)) found.push(path);
  }
  return found;
}
