import { execFileSync } from "node:child_process";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { readDrawing } from "@hemstitch/core/formats";
import { inspect } from "@hemstitch/core/inspect";
import { nodeInflate } from "@hemstitch/core/node/inflate";
import { must } from "@hemstitch/core/quantity";
import { said, says } from "../by-makers";
import { FAULTS, drawSheet } from "./office-day";
import { Score } from "./score";
import type { Sheet, Sort } from "./sheet";

/**
 * `second-hand [sheets=N] [seed=N] [sort=NAME] [rule=ID] [say]`: sheets of many sorts by eight made-up offices, drawn
 * without regard to how they are read, each faultless and with a fault. Says recall and precision by rule and by sort
 * of sheet, and how many faultless sheets have no finding.
 */
async function secondHand(pairs: number, seed: number): Promise<void> {
  const folder = join(tmpdir(), "hemstitch-second-hand");
  mkdirSync(folder, { recursive: true });
  const sorts = said("sort") ? [said("sort") as Sort] : (Object.keys(FAULTS) as Sort[]);
  const sheets: Sheet[] = [];
  for (let i = 0; i < pairs; i++) {
    const sort = sorts[i % sorts.length]!;
    const faults = FAULTS[sort];
    const fault = said("rule") ?? faults[Math.floor(i / sorts.length) % faults.length]!;
    sheets.push(drawSheet(sort, seed + i, undefined));
    const faulty = drawSheet(sort, seed + i, fault);
    if (faulty.planted.length > 0) sheets.push(faulty);
  }
  const at = ({ name }: Sheet): string => join(folder, `${name}.pdf`);
  write(sheets, at, folder);
  const score = new Score((words) => {
    if (says) process.stdout.write(`${words}\n`);
  });
  for (const sheet of sheets) {
    const { drawing } = must(await readDrawing(new Uint8Array(readFileSync(at(sheet))), { inflate: nodeInflate }));
    const { kind, particulars } = sheet;
    score.add(sheet, inspect(drawing, sheet.house.standard, { ...(kind ? { kind } : {}), particulars }));
  }
  process.stdout.write(score.told());
}

function write(sheets: readonly Sheet[], at: (sheet: Sheet) => string, folder: string): void {
  for (const [maker, script] of [
    ["fitz", "write_fitz.py"],
    ["forms", "write_fitz.py"],
    ["reportlab", "write_reportlab.py"],
  ] as const) {
    const own = sheets.filter((sheet) => sheet.maker === maker);
    const list = join(folder, `${maker}.json`);
    const plain = own.map((sheet) => ({
      ...{ path: at(sheet), how: maker, ink: sheet.paper.ink },
      ...{ width: sheet.paper.width, height: sheet.paper.height },
    }));
    writeFileSync(list, JSON.stringify(plain));
    if (own.length > 0)
      execFileSync("/usr/bin/python3", [join(import.meta.dirname, script), list], { stdio: "inherit" });
  }
}

await secondHand(Number(said("sheets") ?? 210), Number(said("seed") ?? 1));
