import { readFile } from "node:fs/promises";
import { ALL_RULES, settingProblems } from "@hemstitch/core/rules";
import { preset, PRESETS, readStandard, writeStandard } from "@hemstitch/core/standard";
import { UsageError } from "../usage-error";

export function runPresets(): number {
  const widest = Math.max(...Object.keys(PRESETS).map((name) => name.length));
  for (const [name, { title }] of Object.entries(PRESETS)) process.stdout.write(`${name.padEnd(widest)}  ${title}\n`);
  return 0;
}

export function runShow(name: string): number {
  const standard = preset(name);
  if (!standard) throw new UsageError(`There is no preset “${name}”. There are: ${Object.keys(PRESETS).join(", ")}.`);
  process.stdout.write(writeStandard(standard));
  return 0;
}

/** Checks a standard's file: 0 when it is sound, 1 with every error and its path when it isn't, 2 when it can't be read. */
export async function runCheck(path: string): Promise<number> {
  let json: string;
  try {
    json = await readFile(path, "utf8");
  } catch {
    throw new UsageError(`${path} can't be read.`);
  }
  const checked = readStandard(json);
  const problems = checked.ok ? settingProblems(checked.standard, ALL_RULES) : checked.problems;
  if (checked.ok && problems.length === 0) {
    const { name, edition, layers, pens, textStyles } = checked.standard;
    process.stdout.write(
      `${path}: sound — ${name}, edition ${edition}: ${layers.length} layers, ${pens.length} pens, ${textStyles.length} text styles\n`,
    );
    return 0;
  }
  for (const problem of problems)
    process.stdout.write(
      `${path}: ${problem.at || "(file)"}: ${problem.message}${problem.remedy ? ` ${problem.remedy}` : ""}\n`,
    );
  return 1;
}
