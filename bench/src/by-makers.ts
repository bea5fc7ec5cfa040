import { mkdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { inWords, noTallies, type Tally } from "./compared";
import { MAKERS } from "./recognition/makers";
import type { Scene } from "./recognition/scene";

/** What was said on the command line as `name=value`. */
export const said = (name: string): string | undefined =>
  process.argv.find((each) => each.startsWith(`${name}=`))?.slice(name.length + 1);
export const says = process.argv.includes("say");

/** What is to be drawn, and how what was made out of it is counted. */
export interface Measured<T, Family extends string> {
  /** Of the folder that the files go to: it is kept where somebody wants to hear what was wrong with each. */
  readonly name: string;
  readonly all: readonly T[];
  readonly sceneOf: (each: T) => Scene;
  readonly families: readonly Family[];
  /** Counts one file; says what is wrong with it. */
  readonly scored: (
    each: T,
    path: string,
    scores: Record<Family, Tally>,
    say: (words: string) => void,
  ) => Promise<void>;
}

/** Has every maker (or the one that is asked for) write all scenes, and says recall and precision by family. */
export async function byMakers<T, Family extends string>(measured: Measured<T, Family>): Promise<void> {
  const { name, all, sceneOf, families, scored } = measured;
  const folder = join(tmpdir(), `hemstitch-${name}`);
  mkdirSync(folder, { recursive: true });
  for (const [maker, make] of Object.entries(MAKERS)) {
    if (said("maker") !== undefined && said("maker") !== maker) continue;
    const at = (scene: Scene): string => join(folder, `${maker}-${scene.name}.pdf`);
    await make(all.map(sceneOf), at);
    const scores = noTallies(families);
    for (const each of all) {
      const path = at(sceneOf(each));
      await scored(each, path, scores, (words) => {
        if (says) process.stdout.write(`  ${path}: ${words}\n`);
      });
    }
    process.stdout.write(`${maker.padEnd(12)} ${inWords(scores)}\n`);
  }
  if (!says) rmSync(folder, { recursive: true });
}
