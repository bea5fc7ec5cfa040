import { mkdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { MAKERS } from "../recognition/makers";
import { said, says } from "../by-makers";
import type { Tally } from "../compared";
import { FAULTS, ruleOf } from "./faults";
import { plantedSheet } from "./plan";
import { findingsOf, scored } from "./score";

/**
 * `plants [sheets=N] [seed=N] [maker=NAME] [rule=ID] [say]`: sheets by the standard of an office each, with one fault or
 * none, written by other makers. Says for each rule how many of its faults were found where they are, and how many
 * findings were of no fault.
 */
async function plants(sheets: number, seed: number, only: string | undefined, rule: string | undefined): Promise<void> {
  const folder = join(tmpdir(), "hemstitch-plants");
  mkdirSync(folder, { recursive: true });
  const all = Array.from({ length: sheets }, (_, i) => [
    ...(rule === undefined || rule === "none" ? [plantedSheet(seed + i * 101, undefined)] : []),
    ...FAULTS.filter((fault) => rule === undefined || ruleOf(fault) === rule).map((fault, k) =>
      plantedSheet(seed + i * 101 + k + 1, fault),
    ),
  ]).flat();
  for (const [name, make] of Object.entries(MAKERS)) {
    if (only !== undefined && only !== name) continue;
    const at = ({ name: sheet }: { readonly name: string }): string => join(folder, `${name}-${sheet}.pdf`);
    await make(
      all.map(({ scene }) => scene),
      at,
    );
    const tallies = new Map<string, Tally>();
    let clean = 0;
    for (const sheet of all) {
      const findings = await findingsOf(sheet, at(sheet.scene));
      const extra = scored(sheet, findings, tallies, (words) => {
        if (says) process.stdout.write(`  ${at(sheet.scene)}: ${words}\n`);
      });
      if (sheet.fault === undefined && extra === 0) clean++;
    }
    process.stdout.write(
      `${name}: ${clean} of ${all.filter(({ fault }) => !fault).length} faultless sheets without findings\n`,
    );
    for (const [id, { right, missed, extra }] of [...tallies].sort(([a], [b]) => (a < b ? -1 : 1)))
      if (missed + extra > 0 || rule !== undefined)
        process.stdout.write(`  ${id.padEnd(24)} found ${right}, missed ${missed}, of no fault ${extra}\n`);
    const sum = [...tallies.values()].reduce(
      (a, b) => ({ right: a.right + b.right, missed: a.missed + b.missed, extra: a.extra + b.extra }),
      { right: 0, missed: 0, extra: 0 },
    );
    const share = (of: number): string => (sum.right / (sum.right + of)).toFixed(4);
    process.stdout.write(
      `  in all: recall ${share(sum.missed)}, precision ${share(sum.extra)} (${sum.right}+${sum.missed}−${sum.extra})\n`,
    );
  }
  if (!says) rmSync(folder, { recursive: true });
}

await plants(Number(said("sheets") ?? 4), Number(said("seed") ?? 1), said("maker"), said("rule"));
