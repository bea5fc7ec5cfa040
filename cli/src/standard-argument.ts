import { readFile } from "node:fs/promises";
import { preset, PRESETS, readStandard, type OfficeStandard } from "@hemstitch/core/standard";
import { UsageError } from "./usage-error";

/** The standard that `--standard` names: a preset, or a JSON file. */
export async function standardFrom(argument: string): Promise<OfficeStandard> {
  const known = preset(argument);
  if (known) return known;
  let json: string;
  try {
    json = await readFile(argument, "utf8");
  } catch {
    throw new UsageError(
      `--standard: “${argument}” is neither a preset (${Object.keys(PRESETS).join(", ")}) nor a file that can be read.`,
    );
  }
  const checked = readStandard(json);
  if (checked.ok) return checked.standard;
  throw new UsageError(
    [
      `--standard: ${argument} is not a valid standard:`,
      ...checked.problems.map((problem) => `  ${problem.at || "(file)"}: ${problem.message}`),
    ].join("\n"),
  );
}
