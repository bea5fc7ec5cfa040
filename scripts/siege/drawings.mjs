// The drawings of the siege: good ones, and bytes that only look like one.
import { execFileSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { bin, root } from "../lib/run.mjs";

const written = (code) => execFileSync(bin("tsx"), ["-e", code], { maxBuffer: 1e9, cwd: root });

/** A page of so many strokes, as bytes of a PDF. */
export const drawn = (strokes) =>
  written(`import("./bench/src/large-page.ts").then((made) => process.stdout.write(made.largePage(${strokes}, 50)))`);

/** The same drawing as another file: what stands behind the end of a PDF is no part of it. */
export const another = (bytes) => Buffer.concat([bytes, Buffer.from(`%${randomBytes(12).toString("hex")}\n`)]);

/** A font whose substitutions never end. */
export const endlessFont = () =>
  written(
    'Promise.all([import("./core/test/support/hostile-font.ts"), import("node:fs")]).then(([{ withEndlessSubstitutions }, { readFileSync }]) => process.stdout.write(withEndlessSubstitutions(new Uint8Array(readFileSync("core/assets/fonts/Barlow-Regular.ttf")))))',
  );
