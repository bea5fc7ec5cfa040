import { resolve } from "node:path";
import { nodeInflate } from "@hemstitch/core/node/inflate";
import { withPainter } from "@hemstitch/core/node/paint";
import { mendFile } from "@hemstitch/core/mend";
import { findingJson } from "@hemstitch/core/report/json";
import { limitsFromEnvironment, readInput, sha256 } from "../files";
import { particularsFrom } from "../particulars";
import { forTerminal } from "../safe-text";
import { standardFrom } from "../standard-argument";
import { UsageError } from "../usage-error";
import { VERSION } from "../version";
import { writeWhole } from "../write-whole";
import { kindFrom, scaleFrom } from "./inspect";

export interface MendArguments {
  readonly standard: string;
  readonly out: string;
  readonly scale?: string;
  readonly kind?: string;
  readonly particulars?: string;
  readonly format: string;
}

/** Mends one file into another; returns the exit code: 0 when nothing that stops is left, 1 when something is, 2 when it can't be read. */
export async function runMend(path: string, options: MendArguments): Promise<number> {
  if (resolve(path) === resolve(options.out))
    throw new UsageError("--out: the original stays as it is; name another file.");
  if (options.format !== "text" && options.format !== "json")
    throw new UsageError(`--format takes text or json, not “${options.format}”.`);
  const standard = await standardFrom(options.standard);
  const scale = scaleFrom(options.scale);
  const kind = kindFrom(options.kind, standard);
  const particulars = await particularsFrom(options.particulars);
  const limits = limitsFromEnvironment();
  const input = await readInput(path, limits);
  const mended = input.ok
    ? await withPainter((paint) =>
        mendFile(input.value, standard, {
          limits,
          inflate: nodeInflate,
          paint,
          ...(scale ? { scale } : {}),
          ...(kind ? { kind } : {}),
          ...particulars,
        }),
      )
    : input;
  if (!mended.ok) {
    process.stderr.write(forTerminal(`${path}: ${mended.problem.message} ${mended.problem.remedy ?? ""}\n`));
    return 2;
  }
  const { bytes, done, left: undone, after, pictures } = mended.value;
  await writeWhole(options.out, bytes);
  const left = after.findings;
  if (options.format === "json") {
    const report = {
      hemstitch: VERSION,
      standard: { name: standard.name, edition: standard.edition },
      path,
      out: options.out,
      sha256: sha256(bytes),
      mended: done,
      notMended: undone.map(({ key: _key, ...each }) => each),
      left: left.map(findingJson),
      notJudged: after.notJudged,
      pictures,
    };
    process.stdout.write(`${JSON.stringify(report)}\n`);
  } else {
    const lines = [
      `${path} → ${options.out}`,
      ...done.map(
        (each) => `  ✓ ${each.title}: ${each.page > 0 ? `p${each.page}  ` : ""}${each.message}  (${each.rule})`,
      ),
      ...(done.length === 0 ? ["  nothing to mend"] : []),
      ...undone.map(
        (each) => `  not mended: ${each.title}${each.layer ? ` on ${each.layer}` : ""}: ${each.reason}  (${each.rule})`,
      ),
      ...pictures.notCompared.map(
        ({ page, reason }) => `  p${page}: the pictures before and after were not compared. ${reason}`,
      ),
      ...left.map((finding) => `  left: ${finding.title}: ${finding.message}  (${finding.rule})`),
      "",
    ];
    process.stdout.write(forTerminal(lines.join("\n")));
  }
  return left.some((finding) => finding.severity === "stop") ? 1 : 0;
}
