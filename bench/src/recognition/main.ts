import { mkdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { MAKERS } from "./makers";
import { inWords } from "../compared";
import { emptyScore, scored } from "./score";
import { sheet } from "./sheet";
import type { Scene } from "./scene";

/** `recognition [pages=N] [seed=N] [maker=NAME] [say]`: how much of other makers' sheets is recognised, and how much of what is recognised is there. */
async function recognition(pages: number, seed: number, only: string | undefined, says: boolean): Promise<void> {
  const folder = join(tmpdir(), "hemstitch-recognition");
  mkdirSync(folder, { recursive: true });
  const scenes = Array.from({ length: pages }, (_, i) => sheet(seed + i));
  for (const [maker, make] of Object.entries(MAKERS)) {
    if (only !== undefined && only !== maker) continue;
    const score = emptyScore();
    const at = (scene: Scene): string => join(folder, `${maker}-${scene.name}.pdf`);
    await make(scenes, at);
    for (const scene of scenes) {
      const say = (words: string): void => {
        if (says) process.stdout.write(`  ${at(scene)}: ${words}\n`);
      };
      await scored(scene, at(scene), score, say);
    }
    process.stdout.write(`${maker.padEnd(12)} ${inWords(score)}\n`);
  }
  if (!says) rmSync(folder, { recursive: true });
}

const said = (name: string): string | undefined =>
  process.argv.find((each) => each.startsWith(`${name}=`))?.slice(name.length + 1);

await recognition(Number(said("pages") ?? 60), Number(said("seed") ?? 1), said("maker"), process.argv.includes("say"));
