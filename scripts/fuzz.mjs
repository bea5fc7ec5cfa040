// npm run fuzz [-- COUNT [SEED]]: spoils files of many makers by chance and has each read, judged and some mended. It ends
// with 1 where one was not answered in time, in memory and in words; those are kept under .data/fuzz.
import { installDebian, installPackages } from "./lib/install.mjs";

installPackages();
installDebian("qpdf");
const { build } = await import("esbuild");
const { join } = await import("node:path");
const { root, run } = await import("./lib/run.mjs");
const out = join(root, "bench", "dist");
await build({
  entryPoints: { fuzz: join(root, "bench/src/fuzz/main.ts"), "fuzz-thread": join(root, "bench/src/fuzz/thread.ts") },
  outdir: out,
  outExtension: { ".js": ".mjs" },
  bundle: true,
  platform: "node",
  target: "node20",
  format: "esm",
  tsconfig: join(root, "tsconfig.json"),
  logLevel: "warning",
  banner: {
    js: 'import { createRequire as hemstitchRequire } from "node:module"; const require = hemstitchRequire(import.meta.url);',
  },
});
run(process.execPath, [join(out, "fuzz.mjs"), ...process.argv.slice(2)]);
