// Bundles the programs that run outside Next.js: the command line, the worker and its threads, the browser's painter.
import { build } from "esbuild";
import { cpSync, existsSync, rmSync } from "node:fs";
import { createRequire } from "node:module";
import { basename, dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");

const BUNDLES = [
  // A command starts in a third of the time when it loads only what it runs.
  { in: "cli/src/main.ts", out: "cli/dist/hemstitch.mjs", splitting: true },
  {
    in: "web/src/server/jobs/worker.ts",
    out: "web/dist/worker.mjs",
    external: ["pg", "piscina", "drizzle-orm"],
  },
  { in: "web/src/server/http/server.ts", out: "web/dist/server.mjs", external: ["next", "piscina"] },
  { in: "web/src/server/work/thread.ts", out: "web/dist/thread.mjs" },
];

/** The painter of exact pictures, and what its library loads while it paints. */
const PAINTER = { in: "web/src/features/sheet-view/exact/painter.ts", out: "web/public/picture" };
const LIBRARY_PARTS = ["cmaps", "iccs", "standard_fonts", "wasm"];

async function bundlePainter() {
  const library = dirname(createRequire(join(root, "web/package.json")).resolve("pdfjs-dist/package.json"));
  const out = join(root, PAINTER.out);
  rmSync(out, { recursive: true, force: true });
  await build({
    entryPoints: [join(root, PAINTER.in)],
    outfile: join(out, "painter.mjs"),
    bundle: true,
    platform: "browser",
    target: "es2022",
    format: "esm",
    tsconfig: join(root, "web/tsconfig.json"),
    minify: true,
    legalComments: "none",
    logLevel: "warning",
    // The library's parts are written to be taken whole, by their path.
    alias: { "pdfjs-dist/build/pdf.worker.mjs": join(library, "build/pdf.worker.mjs") },
  });
  for (const part of LIBRARY_PARTS) cpSync(join(library, part), join(out, part), { recursive: true });
}

export async function bundle() {
  if (existsSync(join(root, PAINTER.in))) await bundlePainter();
  for (const each of BUNDLES.filter(({ in: entry }) => existsSync(join(root, entry)))) {
    if (each.splitting) rmSync(join(root, dirname(each.out)), { recursive: true, force: true });
    await build({
      entryPoints: [join(root, each.in)],
      outdir: join(root, dirname(each.out)),
      entryNames: basename(each.out, ".mjs"),
      chunkNames: `${basename(each.out, ".mjs")}-[hash]`,
      outExtension: { ".js": ".mjs" },
      bundle: true,
      splitting: each.splitting ?? false,
      platform: "node",
      target: "node20",
      format: "esm",
      tsconfig: join(root, "tsconfig.json"),
      // It brings a canvas of its own, and is loaded only where a page is painted.
      external: [...(each.external ?? []), "pdfjs-dist"],
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
