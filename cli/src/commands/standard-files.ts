import { readFile } from "node:fs/promises";
import { extname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { readFontFile, type LetteringFont } from "@hemstitch/core/formats/font-file";
import { SHIPPED_FONTS, shippedFont } from "@hemstitch/core/node";
import { makeManual } from "@hemstitch/core/report";
import { makeStarter } from "@hemstitch/core/sheet";
import { editionDifferences, RULE_BOOK } from "@hemstitch/core/rules";
import { isListName, LISTS, writeStandard, type OfficeStandard } from "@hemstitch/core/standard";
import { fromTables, listTable, readWorkbook, toTables, writeCsv, writeWorkbook } from "@hemstitch/core/tables";
import { forTerminal } from "../safe-text";
import { standardFrom } from "../standard-argument";
import { UsageError } from "../usage-error";
import { makeFolder, writeWhole } from "../write-whole";

/** Fonts stand beside the bundled command, in the core's folder. */
const FONTS = fileURLToPath(new URL("../../core/assets/fonts/", import.meta.url));

interface Out {
  readonly out: string;
}

const said = (text: string): void => void process.stdout.write(forTerminal(`${text}\n`));

/** The standard as a workbook, a sheet for each list. */
export async function runToXlsx(file: string, { out }: Out): Promise<number> {
  await writeWhole(out, writeWorkbook(toTables(await standardFrom(file), RULE_BOOK)), [file]);
  said(`${out}: written`);
  return 0;
}

/** A workbook as a standard's JSON: 0 when it is sound; 1 with every error and its place when it isn't, and nothing is written. */
export async function runFromXlsx(file: string, { out }: Out): Promise<number> {
  const workbook = readWorkbook(new Uint8Array(await readable(file)));
  if (!workbook.ok) throw new UsageError(`${file}: ${workbook.problem.message} ${workbook.problem.remedy ?? ""}`);
  for (const note of workbook.value.notes) said(`${file}: ${note.sheet} ${note.column}${note.row} ${note.message}`);
  const read = fromTables(workbook.value.tables);
  if (!read.ok) {
    for (const problem of read.problems) said(`${file}: ${problem.at || "(workbook)"}: ${problem.message}`);
    return 1;
  }
  await writeWhole(out, writeStandard(read.standard), [file]);
  said(`${out}: written`);
  return 0;
}

async function readable(file: string): Promise<Buffer> {
  try {
    return await readFile(file);
  } catch {
    throw new UsageError(`${file} can't be read.`);
  }
}

/** CSV: one list into a file, or every list into a folder. */
export async function runToCsv(file: string, { out, list }: Out & { readonly list?: string }): Promise<number> {
  const standard = await standardFrom(file);
  if (list !== undefined) {
    if (!isListName(list)) throw new UsageError(`--list takes one of ${Object.keys(LISTS).join(", ")}, not “${list}”.`);
    await writeWhole(out, writeCsv(listTable(standard, list)), [file]);
    said(`${out}: written`);
    return 0;
  }
  await makeFolder(out);
  for (const table of toTables(standard, RULE_BOOK)) {
    const path = join(out, `${table.title.toLowerCase().replace(/[^a-z0-9]+/g, "-")}.csv`);
    await writeWhole(path, writeCsv(table));
    said(`${path}: written`);
  }
  return 0;
}

/** The manual as PDF; with `--since`, what changed from that edition. */
export async function runManual(
  file: string,
  { out, since, font: fontFile }: Out & { readonly since?: string; readonly font?: string },
): Promise<number> {
  const standard = await standardFrom(file);
  const earlier = since === undefined ? undefined : await standardFrom(since);
  const font = shippedFont(FONTS, "Barlow");
  if (!font) throw new Error("The font Barlow is missing.");
  const bytes = await makeManual({
    standard,
    font,
    fonts: await fontsAtHand(fontFile),
    ...(earlier ? { changes: { since: nameOf(earlier), list: editionDifferences(earlier, standard) } } : {}),
  });
  await writeWhole(out, bytes, [file]);
  said(`${out}: written`);
  return 0;
}

const nameOf = ({ edition }: OfficeStandard): string => (edition === "draft" ? "the draft" : `edition ${edition}`);

/** The starter of a drawing kind: PDF or SVG by the ending of `--out`, or both of every kind into a folder. */
export async function runStarter(
  file: string,
  { out, kind, font: fontFile }: Out & { readonly kind?: string; readonly font?: string },
): Promise<number> {
  const standard = await standardFrom(file);
  const fonts = await fontsAtHand(fontFile);
  const ending = extname(out).toLowerCase();
  if (ending === ".pdf" || ending === ".svg") {
    const starter = await makeStarter(standard, kind, fonts);
    if (!starter.ok) throw new UsageError(`${starter.problem.message} ${starter.problem.remedy ?? ""}`);
    await writeWhole(out, ending === ".pdf" ? starter.value.pdf : starter.value.svg);
    said(`${out}: written, ${starter.value.layers.length} layers`);
    tellUndecided(starter.value.undecided);
    return 0;
  }
  await makeFolder(out);
  const kinds = kind !== undefined || standard.kinds.length === 0 ? [kind] : standard.kinds.map((each) => each.id);
  for (const each of kinds) {
    const starter = await makeStarter(standard, each, fonts);
    if (!starter.ok) throw new UsageError(`${starter.problem.message} ${starter.problem.remedy ?? ""}`);
    const base = join(out, `starter-${(each ?? "all").replace(/[^\p{L}\p{N}]+/gu, "-")}`);
    await writeWhole(`${base}.pdf`, starter.value.pdf);
    await writeWhole(`${base}.svg`, starter.value.svg);
    said(`${base}.pdf, .svg: written, ${starter.value.layers.length} layers`);
    tellUndecided(starter.value.undecided);
  }
  return 0;
}

function tellUndecided(undecided: readonly string[]): void {
  if (undecided.length > 0) said(`  left out, because nobody has decided them for this kind: ${undecided.join(", ")}`);
}

async function fontsAtHand(file: string | undefined): Promise<LetteringFont[]> {
  const shipped = Object.keys(SHIPPED_FONTS).flatMap((family) => shippedFont(FONTS, family) ?? []);
  if (file === undefined) return shipped;
  const font = readFontFile(new Uint8Array(await readable(file)));
  if (!font.ok) throw new UsageError(`--font: ${font.problem.message} ${font.problem.remedy ?? ""}`);
  return [font.value, ...shipped];
}

/** What differs between two standards, in words, entry by entry. */
export async function runCompare(a: string, b: string, { format }: { readonly format: string }): Promise<number> {
  if (format !== "text" && format !== "json") throw new UsageError(`--format takes text or json, not “${format}”.`);
  const found = editionDifferences(await standardFrom(a), await standardFrom(b));
  if (format === "json") process.stdout.write(`${JSON.stringify(found, null, 2)}\n`);
  else said(found.length === 0 ? "no difference" : found.map((each) => each.words).join("\n"));
  return 0;
}
