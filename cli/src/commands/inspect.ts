import { inspectSet, readAndInspect, type InspectOptions } from "@hemstitch/core/inspect";
import { nodeInflate } from "@hemstitch/core/node/inflate";
import { parseScale, type Scale } from "@hemstitch/core/quantity";
import { reportJson, totals, type Reported, type ReportedFile, type ReportedSet } from "@hemstitch/core/report/json";
import type { SheetOfSet } from "@hemstitch/core/rules";
import { SEVERITIES, type OfficeStandard, type Severity } from "@hemstitch/core/standard/plain";
import { limitsFromEnvironment, readInput, sha256 } from "../files";
import { inputsOf, type SetOfFiles } from "../inputs";
import { particularsFrom } from "../particulars";
import { Progress } from "../progress";
import { standardFrom } from "../standard-argument";
import { UsageError } from "../usage-error";
import { VERSION } from "../version";
import { reportText } from "../report-text";
import { writeWhole } from "../write-whole";

export interface InspectArguments {
  readonly standard: string;
  readonly scale?: string;
  readonly kind?: string;
  readonly particulars?: string;
  readonly format: string;
  readonly out?: string;
  readonly failOn: string;
  /** All that is named is one set. */
  readonly set?: boolean;
}

/** Inspects files, and the sets that they form; returns the exit code of the contract. */
export async function runInspect(named: readonly string[], options: InspectArguments): Promise<number> {
  if (options.format !== "text" && options.format !== "json")
    throw new UsageError(`--format takes text or json, not “${options.format}”.`);
  if (options.failOn !== "never" && !SEVERITIES.includes(options.failOn as Severity))
    throw new UsageError(`--fail-on takes stop, mend, note or never, not “${options.failOn}”.`);
  const standard = await standardFrom(options.standard);
  const scale = scaleFrom(options.scale);
  const kind = kindFrom(options.kind, standard);
  const given = {
    ...(scale ? { scale } : {}),
    ...(kind === undefined ? {} : { kind }),
    ...(await particularsFrom(options.particulars)),
  };
  const { paths, sets } = await inputsOf(named, options.set === true);
  const progress = new Progress(paths.length, "inspecting");
  const files: ReportedFile[] = [];
  const sheets = new Map<string, readonly SheetOfSet[]>();
  for (const path of paths) {
    const isOfSet = sets.some((set) => set.paths.includes(path));
    const file = await inspectFile(path, standard, { ...given, isOfSet });
    files.push(file);
    if (isOfSet) sheets.set(path, sheetsOf(file));
    progress.step(path);
  }
  progress.stop();
  const reported: Reported = { files, sets: sets.map((set) => judgeSet(set, sheets, standard)) };
  const report =
    options.format === "json"
      ? `${JSON.stringify(reportJson(VERSION, standard, reported))}\n`
      : reportText(standard, reported);
  if (options.out === undefined) await writeOut(report);
  else await writeWhole(options.out, report, paths);
  if (files.some((file) => !file.inspected)) return 2;
  return fails(reported, options.failOn) ? 1 : 0;
}

/** The pages of a file as sheets, by their features as they would be kept: the drawing can be let go. */
const sheetsOf = ({ path, sha256: hash, inspected }: ReportedFile): SheetOfSet[] =>
  (inspected?.features() ?? []).map((features) => ({
    drawing: path,
    sha256: hash,
    features: JSON.parse(JSON.stringify(features)) as SheetOfSet["features"],
  }));

function judgeSet(
  { name, paths }: SetOfFiles,
  known: ReadonlyMap<string, readonly SheetOfSet[]>,
  standard: OfficeStandard,
): ReportedSet {
  const sheets = paths.flatMap((path) => known.get(path) ?? []);
  // A file that could not be read may be the sheet that seems to be missing.
  const isWhole = paths.every((path) => (known.get(path) ?? []).length > 0);
  return {
    name,
    sheets: sheets.map(({ drawing, features }) => ({ path: drawing, page: features.page })),
    inspected: inspectSet(sheets, standard, { isWhole }),
  };
}

/** Waits until a pipe has taken all of it; a long report must not be cut off. */
const writeOut = (text: string): Promise<void> =>
  new Promise((resolve, reject) => process.stdout.write(text, (error) => (error ? reject(error) : resolve())));

export function scaleFrom(written: string | undefined): Scale | undefined {
  if (written === undefined) return undefined;
  const scale = parseScale(written);
  if (!scale.ok) throw new UsageError(`--scale: ${scale.problem.message} ${scale.problem.remedy ?? ""}`);
  return scale.value;
}

/** A drawing kind of the standard, by its name or title; a standard without kinds has nothing to tell them apart by. */
export function kindFrom(written: string | undefined, standard: OfficeStandard): string | undefined {
  if (written === undefined) return undefined;
  const plain = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, "");
  const kind = standard.kinds.find((each) => plain(each.id) === plain(written) || plain(each.title) === plain(written));
  if (kind) return kind.id;
  if (standard.kinds.length === 0) {
    process.stderr.write(`--kind: ${standard.name} has no drawing kinds; all drawings are judged alike.\n`);
    return undefined;
  }
  throw new UsageError(
    `--kind: the standard has no drawing kind “${written}”. It has: ${standard.kinds.map((each) => each.id).join(", ")}.`,
  );
}

async function inspectFile(path: string, standard: OfficeStandard, given: InspectOptions): Promise<ReportedFile> {
  const limits = limitsFromEnvironment();
  const input = await readInput(path, limits);
  if (!input.ok) return { path, sha256: "", problem: input.problem.message };
  const hash = sha256(input.value);
  const file = await readAndInspect(input.value, standard, {
    limits,
    inflate: nodeInflate,
    ...given,
  });
  if (!file.ok) return { path, sha256: hash, problem: file.problem.message };
  const { drawing, inspected } = file.value;
  return { path, sha256: hash, drawing, inspected, ...(given.scale ? { statedScale: given.scale } : {}) };
}

function fails(reported: Reported, failOn: string): boolean {
  if (failOn === "never") return false;
  const sums = totals(reported);
  return SEVERITIES.slice(0, SEVERITIES.indexOf(failOn as Severity) + 1).some((severity) => sums[severity] > 0);
}
