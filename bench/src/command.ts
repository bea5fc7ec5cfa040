import { join } from "node:path";

/** The bundled command, as whoever installed it calls it. */
export const COMMAND = join(import.meta.dirname, "..", "..", "cli", "bin", "hemstitch.mjs");

/** Arguments that inspect files by the demo office's standard, whatever is found. */
export const inspecting = (...paths: string[]): string[] => [
  COMMAND,
  "inspect",
  ...paths,
  "--standard",
  "tarnwick",
  "--format",
  "json",
  "--fail-on",
  "never",
];
