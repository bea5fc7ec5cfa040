import { createHash } from "node:crypto";
import { readFile, stat } from "node:fs/promises";
import { DEFAULT_LIMITS, type ReadLimits } from "@hemstitch/core/formats";
import { bad, good, type Result } from "@hemstitch/core/quantity";

/** Limits with the settings of the environment: HEMSTITCH_MAX_FILE_MB. */
export function limitsFromEnvironment(env: NodeJS.ProcessEnv = process.env): ReadLimits {
  const megabytes = Number(env["HEMSTITCH_MAX_FILE_MB"]);
  return megabytes > 0 ? { ...DEFAULT_LIMITS, fileBytes: megabytes * 2 ** 20 } : DEFAULT_LIMITS;
}

/** Reads a file; one over the limit is refused before a byte of it is read. */
export async function readInput(path: string, limits: ReadLimits): Promise<Result<Uint8Array>> {
  try {
    const info = await stat(path);
    if (!info.isFile()) return bad("not-a-file", `${path} is not a file.`);
    if (info.size > limits.fileBytes) {
      const [has, may] = [info.size, limits.fileBytes].map((bytes) => `${Math.round(bytes / 2 ** 20)} MB`);
      return bad("over-limit", `The file has ${has}; the limit is ${may}.`, {
        remedy: "Split the drawing, or raise HEMSTITCH_MAX_FILE_MB.",
      });
    }
    return good(await readFile(path));
  } catch (error) {
    const code = error instanceof Error && "code" in error ? String(error.code) : "";
    const why =
      code === "ENOENT"
        ? "There is no such file"
        : code === "EACCES"
          ? "The file may not be read"
          : `The file can't be read (${code || String(error)})`;
    return bad("file-unavailable", `${why}: ${path}`);
  }
}

export const sha256 = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");
