import { mkdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { MAKERS } from "../recognition/makers";
import { BUILDING_FAULTS, buildingScene } from "./scene";
import { inWords } from "../compared";
import { FAMILIES, scored, type Scores } from "./score";

/**
 * `buildings [pages=N] [seed=N] [maker=NAME] [say]`: plans of rooms with openings, levels, slopes and grid lines, written by
 * other makers, one in five with a fault. Areas come from a library for polygons. Says recall and precision by family.
 */
async function buildings(pages: number, seed: number, only: string | undefined): Promise<void> {
  const folder = join(tmpdir(), "hemstitch-buildings");
  mkdirSync(folder, { recursive: true });
  const says = process.argv.includes("say");
  const all = Array.from({ length: pages }, (_, i) =>
    buildingScene(seed + i, i % 5 === 4 ? BUILDING_FAULTS[((i - 4) / 5) % 4] : undefined),
  );
  for (const [name, make] of Object.entries(MAKERS)) {
    if (only !== undefined && only !== name) continue;
    const at = ({ name: sheet }: { readonly name: string }): string => join(folder, `${name}-${sheet}.pdf`);
    await make(
      all.map(({ scene }) => scene),
      at,
    );
    const scores = Object.fromEntries(FAMILIES.map((family) => [family, { right: 0, missed: 0, extra: 0 }])) as Scores;
    for (const each of all)
      await scored(each, at(each.scene), scores, (words) => {
        if (says) process.stdout.write(`  ${at(each.scene)}: ${words}\n`);
      });
    process.stdout.write(`${name.padEnd(12)} ${inWords(scores)}\n`);
  }
  if (!says) rmSync(folder, { recursive: true });
}

const said = (name: string): string | undefined =>
  process.argv.find((each) => each.startsWith(`${name}=`))?.slice(name.length + 1);

await buildings(Number(said("pages") ?? 40), Number(said("seed") ?? 1), said("maker"));
