import { Command, CommanderError } from "commander";
import { runInspect, type InspectArguments } from "./commands/inspect";
import { runMend, type MendArguments } from "./commands/mend";
import { runCheck, runPresets, runShow } from "./commands/standard";
import { UsageError } from "./usage-error";
import { VERSION } from "./version";

const EXAMPLES = `
Examples
  hemstitch inspect plan.pdf --standard tarnwick
      what departs from the demo office's standard, and where on the sheet
  hemstitch inspect *.pdf --standard office.json --format json --out report.json
      the same for many files and a standard of your own, for a program to read
  hemstitch inspect plan.pdf --standard office.json --scale "1/4in=1ft" --fail-on mend
      exit code 1 when anything is found that must be mended
  hemstitch mend plan.pdf --standard office.json --out plan-mended.pdf
      a new file with everything mended that a machine can mend; the original stays
  hemstitch standard show tarnwick > office.json
      a standard to begin with; then: hemstitch standard check office.json

Exit codes
  0  nothing at or above --fail-on was found (default: stop)
  1  something was
  2  the call is wrong, or a file can't be read (the others are still inspected)`;

let code = 0;
const set = async (result: Promise<number> | number): Promise<void> => {
  code = await result;
};

const program = new Command("hemstitch")
  .description("Measures drawings against an office standard, and mends what a machine can mend.")
  .version(VERSION)
  .showHelpAfterError("(add --help for what can be asked)")
  .addHelpText("after", EXAMPLES)
  .exitOverride();

program
  .command("inspect")
  .description("Say what departs from the standard, and where.")
  .argument("<files...>", "layered PDF files")
  .requiredOption("--standard <file-or-preset>", "the office standard: a JSON file or a preset")
  .option("--scale <scale>", 'the scale the drawings are at: 1:100 or "1/4in=1ft"')
  .option("--format <format>", "text or json", "text")
  .option("--out <file>", "write the report there instead of to standard output")
  .option("--fail-on <severity>", "stop, mend, note or never", "stop")
  .action((files: string[], options: InspectArguments) => set(runInspect(files, options)));

program
  .command("mend")
  .description("Write a new file with everything mended that a machine can mend.")
  .argument("<file>", "a layered PDF file")
  .requiredOption("--standard <file-or-preset>", "the office standard: a JSON file or a preset")
  .requiredOption("--out <file>", "the new file; never the original")
  .option("--scale <scale>", "the scale the drawing is at")
  .option("--format <format>", "text or json", "text")
  .action((file: string, options: MendArguments) => set(runMend(file, options)));

const standard = program.command("standard").description("Office standards: presets, and checking one of your own.");
standard
  .command("presets")
  .description("List the presets.")
  .action(() => set(runPresets()));
standard
  .command("show")
  .description("Print a preset as JSON.")
  .argument("<preset>")
  .action((name: string) => set(runShow(name)));
standard
  .command("check")
  .description("Check a standard's JSON file; lists every error with its path.")
  .argument("<file>")
  .action((file: string) => set(runCheck(file)));

/** Runs the command line; resolves to the exit code. */
export async function main(argv: readonly string[]): Promise<number> {
  try {
    await program.parseAsync([...argv]);
    return code;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
    if (error instanceof UsageError) {
      process.stderr.write(`${error.message}\n`);
      return 2;
    }
    if (error instanceof Error && "code" in error && error.code === "EPIPE") return 0;
    throw error;
  }
}

process.exitCode = await main(process.argv);
