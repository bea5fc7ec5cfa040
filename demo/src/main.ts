import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { demoDrawings } from "./drawings";

/** Writes the demo's drawings into a folder: `tsx demo/src/main.ts FOLDER`. */
const folder = process.argv[2];
if (!folder) {
  process.stderr.write("Name a folder to write the drawings to.\n");
  process.exitCode = 2;
} else {
  mkdirSync(folder, { recursive: true });
  for (const { file, bytes } of await demoDrawings()) {
    writeFileSync(join(folder, file), bytes);
    process.stdout.write(`${join(folder, file)}\n`);
  }
}
