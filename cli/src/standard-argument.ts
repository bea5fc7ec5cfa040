import { readFile } from "node:fs/promises";
import type { OfficeStandard } from "@hemstitch/core/standard/plain";
import { preset, PRESETS } from "@hemstitch/core/standard/presets";
import { editionAt, isAddress } from "./office-edition";
import { UsageError } from "./usage-error";

/** The standard that `--standard` names: a preset, a JSON file, or the address of an office's installation. */
export async function standardFrom(argument: string): Promise<OfficeStandard> {
  const known = preset(argument);
  if (known) return known;
  const json = isAddress(argument) ? await editionAt(argument) : await fileText(argument);
  // What checks a standard is as large as all the rest; a preset needs none of it.
  const { readStandard } = await import("@hemstitch/core/standard");
  const checked = readStandard(json);
  if (checked.ok) return checked.standard;
  throw new UsageError(
    [
      `--standard: ${argument} is not a valid standard:`,
      ...checked.problems.map((problem) => `  ${problem.at || "(file)"}: ${problem.message}`),
    ].join("\n"),
  );
}

async function fileText(argument: string): Promise<string> {
  try {
    return await readFile(argument, "utf8");
  } catch {
    throw new UsageError(
      `--standard: “${argument}” is neither a preset (${Object.keys(PRESETS).join(", ")}), nor a file that can be read, nor an address.`,
    );
  }
}
