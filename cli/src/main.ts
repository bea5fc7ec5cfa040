import { Command, CommanderError } from "commander";
import type { InspectArguments } from "./commands/inspect";
import type { MendArguments } from "./commands/mend";
import { UsageError } from "./usage-error";
import { VERSION } from "./version";

const EXAMPLES = `
Examples
  hemstitch inspect plan.pdf --standard tarnwick
      what departs from the demo office's standard, and where on the sheet
  hemstitch inspect *.pdf --standard office.json --format json --out report.json
      the same for many files and a standard of your own, for a program to read
  hemstitch inspect "Ferry landing" --standard office.json
      every drawing in a folder, and what shows only when its sheets are held against each other
  hemstitch inspect plan.pdf --standard office.json --scale "1/4in=1ft" --fail-on mend
      exit code 1 when anything is found that must be mended
  hemstitch mend plan.pdf --standard office.json --out plan-mended.pdf
      a new file with everything mended that a machine can mend; the original stays
  hemstitch standard show tarnwick > office.json
      a standard to begin with; then: hemstitch standard check office.json
  hemstitch standard to-xlsx office.json --out office.xlsx
      the standard as a workbook; edit it, then from-xlsx brings it back
  hemstitch standard starter office.json --kind floor-plan --out floor-plan.pdf
      what a new floor plan begins from, with every layer the kind draws
  hemstitch rules
      every rule: what it finds, how it counts, and the figures that a standard may set
  HEMSTITCH_TOKEN=… hemstitch inspect plan.pdf --standard https://plans.office.example
      the same by the edition in force of your own installation

Exit codes
  0  nothing at or above --fail-on was found (default: stop)
  1  something was
  2  the call is wrong, or a file can't be read (the others are still inspected)`;

let code = 0;
/** Runs a command and keeps its exit code. Its module is loaded only now: listing rules needs no PDF library. */
const from = async <Module>(
  loading: Promise<Module>,
  run: (module: Module) => Promise<number> | number,
): Promise<void> => {
  code = await run(await loading);
};
const standardFiles = () => import("./commands/standard-files");
const standards = () => import("./commands/standard");

const program = new Command("hemstitch")
  .description("Measures drawings against an office standard, and mends what a machine can mend.")
  .version(VERSION)
  .showHelpAfterError("(add --help for what can be asked)")
  .addHelpText("after", EXAMPLES)
  .exitOverride();

program
  .command("inspect")
  .description("Say what departs from the standard, and where.")
  .argument("<files...>", "layered PDF files; a folder is a set, whose sheets are held against each other")
  .option("--set", "all that is named is one set")
  .requiredOption("--standard <standard>", "the office standard: a JSON file, a preset, or your installation's address")
  .option("--kind <kind>", "the drawing kind: its pens and scales go before the general ones")
  .option("--scale <scale>", 'the scale the drawings are at: 1:100 or "1/4in=1ft"')
  .option("--particulars <file>", "the facts of the project, by field: a JSON file")
  .option("--format <format>", "text or json", "text")
  .option("--out <file>", "write the report there instead of to standard output")
  .option("--fail-on <severity>", "stop, mend, note or never", "stop")
  .action((files: string[], options: InspectArguments) =>
    from(import("./commands/inspect"), ({ runInspect }) => runInspect(files, options)),
  );

program
  .command("mend")
  .description("Write a new file with everything mended that a machine can mend.")
  .argument("<file>", "a layered PDF file")
  .requiredOption("--standard <standard>", "the office standard: a JSON file, a preset, or your installation's address")
  .requiredOption("--out <file>", "the new file; never the original")
  .option("--kind <kind>", "the drawing kind: its pens and scales go before the general ones")
  .option("--scale <scale>", "the scale the drawing is at")
  .option("--particulars <file>", "the facts of the project, by field: a JSON file")
  .option("--format <format>", "text or json", "text")
  .action((file: string, options: MendArguments) =>
    from(import("./commands/mend"), ({ runMend }) => runMend(file, options)),
  );

program
  .command("rules")
  .description("List the rules: what each finds, how it counts, and its figures.")
  .option("--format <format>", "text or json", "text")
  .action((options: { format: string }) => from(import("./commands/rules"), ({ runRules }) => runRules(options)));

const standard = program.command("standard").description("Office standards: presets, and checking one of your own.");
standard
  .command("presets")
  .description("List the presets.")
  .action(() => from(standards(), ({ runPresets }) => runPresets()));
standard
  .command("show")
  .description("Print a preset as JSON.")
  .argument("<preset>")
  .action((name: string) => from(standards(), ({ runShow }) => runShow(name)));
standard
  .command("check")
  .description("Check a standard's JSON file; lists every error with its path.")
  .argument("<file>")
  .action((file: string) => from(standards(), ({ runCheck }) => runCheck(file)));

standard
  .command("compare")
  .description("Say what differs between two standards, entry by entry.")
  .argument("<a>", "a JSON file or a preset")
  .argument("<b>", "a JSON file or a preset")
  .option("--format <format>", "text or json", "text")
  .action((a: string, b: string, options: { format: string }) =>
    from(standardFiles(), ({ runCompare }) => runCompare(a, b, options)),
  );
standard
  .command("to-xlsx")
  .description("Write the standard as a workbook, a sheet for each list.")
  .argument("<file-or-preset>")
  .requiredOption("--out <file>", "the workbook")
  .action((file: string, options: { out: string }) =>
    from(standardFiles(), ({ runToXlsx }) => runToXlsx(file, options)),
  );
standard
  .command("from-xlsx")
  .description("Read a workbook back; every error with its sheet, row and column, or the standard's JSON.")
  .argument("<file>")
  .requiredOption("--out <file>", "the JSON file")
  .action((file: string, options: { out: string }) =>
    from(standardFiles(), ({ runFromXlsx }) => runFromXlsx(file, options)),
  );
standard
  .command("to-csv")
  .description("Write the lists of the standard as CSV.")
  .argument("<file-or-preset>")
  .requiredOption("--out <path>", "a folder for all lists, or a file for the one that --list names")
  .option("--list <list>", "layers, pens, hatches …")
  .action((file: string, options: { out: string; list?: string }) =>
    from(standardFiles(), ({ runToCsv }) => runToCsv(file, options)),
  );
standard
  .command("manual")
  .description("Write the standard as a typeset manual, with specimens at true size.")
  .argument("<file-or-preset>")
  .requiredOption("--out <file>", "the PDF")
  .option("--since <file-or-preset>", "an earlier edition: the manual says what changed")
  .option("--font <file>", "a font of the standard's lettering that does not come with Hemstitch")
  .action((file: string, options: { out: string; since?: string; font?: string }) =>
    from(standardFiles(), ({ runManual }) => runManual(file, options)),
  );
standard
  .command("starter")
  .description("Write what a new drawing begins from: every layer of its kind, the layer key, samples.")
  .argument("<file-or-preset>")
  .requiredOption("--out <path>", "a .pdf or .svg file, or a folder for both")
  .option("--kind <kind>", "a drawing kind of the standard; a folder takes all where it is left out")
  .option("--font <file>", "a .ttf or .otf file to letter with")
  .action((file: string, options: { out: string; kind?: string; font?: string }) =>
    from(standardFiles(), ({ runStarter }) => runStarter(file, options)),
  );

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
