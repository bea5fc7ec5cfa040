import { join } from "node:path";
import { defineConfig } from "vitest/config";

const alias = { "@": join(import.meta.dirname, "web/src") };

export default defineConfig({
  test: {
    // The tests are all that runs here; a core left idle would be half of the smallest machine they are meant for.
    maxWorkers: 2,
    projects: [
      // Nothing in the core keeps a state, so its files can share what they import.
      {
        test: {
          name: "core",
          include: ["core/test/**/*.test.ts"],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          isolate: false,
        },
      },
      { test: { name: "cli", include: ["cli/test/**/*.test.ts"], testTimeout: 60_000, hookTimeout: 60_000 } },
      { test: { name: "demo", include: ["demo/test/**/*.test.ts"], testTimeout: 120_000, hookTimeout: 120_000 } },
      {
        resolve: { alias },
        test: { name: "web", include: ["web/test/unit/**/*.test.ts"], testTimeout: 60_000, hookTimeout: 60_000 },
      },
      {
        resolve: { alias },
        test: {
          name: "database",
          include: ["web/test/*.test.ts", "web/test/handlers/*.test.ts"],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          setupFiles: ["web/test/own-database.ts"],
        },
      },
    ],
  },
});
