// npm run bench: measures, and prints a table. Ratios are of one run on one machine.
import { installPackages, installDebian } from "./lib/install.mjs";

installPackages();
installDebian("mupdf-tools");
const { bundle } = await import("./bundle.mjs");
const { bin, run } = await import("./lib/run.mjs");
await bundle();
run(bin("tsx"), ["--tsconfig", "tsconfig.json", "bench/src/main.ts", ...process.argv.slice(2)]);
