import { join } from "node:path";
import { defineConfig } from "vitest/config";

const alias = { "@": join(import.meta.dirname, "web/src") };

export default defineConfig({
  test: {
    projects: [
      { test: { name: "core", include: ["core/test/**/*.test.ts"], testTimeout: 60_000 } },
      { test: { name: "cli", include: ["cli/test/**/*.test.ts"], testTimeout: 60_000 } },
      { test: { name: "demo", include: ["demo/test/**/*.test.ts"], testTimeout: 120_000 } },
      {
        resolve: { alias },
        test: { name: "web", include: ["web/test/unit/**/*.test.ts"], testTimeout: 60_000 },
      },
      {
        resolve: { alias },
        test: { name: "database", include: ["web/test/*.test.ts", "web/test/handlers/*.test.ts"], testTimeout: 60_000, fileParallelism: false },
      },
    ],
  },
});
