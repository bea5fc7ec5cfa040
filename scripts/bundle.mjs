// Bundles the programs that run outside Next.js: the command line, the worker and its threads.
import { build } from "esbuild";
import { existsSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");

const BUNDLES = [
  { in: "cli/src/main.ts", out: "cli/dist/hemstitch.mjs" },
  {
    in: "web/src/server/jobs/worker.ts",
    out: "web/dist/worker.mjs",
    external: ["pg", "piscina", "drizzle-orm"],
  },
  { in: "web/src/server/jobs/thread.ts", out: "web/dist/thread.mjs" },
];

export async function bundle() {
  for (const each of BUNDLES.filter(({ in: entry }) => existsSync(join(root, entry)))) {
    await build({
      entryPoints: [join(root, each.in)],
      outfile: join(root, each.out),
      bundle: true,
      platform: "node",
      target: "node20",
      format: "esm",
      tsconfig: join(root, "tsconfig.json"),
      external: each.external ?? [],
      minifySyntax: true,
      legalComments: "none",
      logLevel: "warning",
      // Packages written for `require` need one inside an ES module.
      banner: {
        js: 'import { createRequire as hemstitchRequire } from "node:module"; const require = hemstitchRequire(import.meta.url);',
      },
    });
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await bundle();
