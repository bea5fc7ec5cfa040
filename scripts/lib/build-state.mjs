// Whether the built application is that of the sources as they stand.
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { root, run } from "./run.mjs";

const SOURCES = [
  "core/src",
  "core/assets",
  "cli/src",
  "web/src",
  "web/next.config.ts",
  "demo/src",
  "package-lock.json",
];

function* filesOf(path) {
  if (!statSync(path).isDirectory()) yield path;
  else for (const name of readdirSync(path).sort()) yield* filesOf(join(path, name));
}

function digest() {
  const hash = createHash("sha256");
  for (const source of SOURCES)
    for (const file of filesOf(join(root, source))) hash.update(file).update(readFileSync(file));
  return hash.digest("hex");
}

/** Builds unless the sources are those that were built last. */
export function buildIfChanged() {
  const stamp = join(root, "web", ".next", "hemstitch-sources");
  const now = digest();
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === now) return;
  run("node", ["scripts/build.mjs"]);
  writeFileSync(stamp, now);
}
