import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: ".",
  // Generous, so that a busy machine is no finding: what is slow is measured in bench/.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  // Two at a time: one that only looks, one that changes the demo office. Of each kind one after the other.
  workers: 2,
  projects: [
    { name: "looks", testMatch: "axe.spec.ts", workers: 1 },
    { name: "changes", testIgnore: "axe.spec.ts", workers: 1 },
  ],
  reporter: [["line"], ["json"]],
  outputDir: "../test-results",
  use: {
    baseURL: process.env["HEMSTITCH_ADDRESS"] ?? "http://127.0.0.1:3000",
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--disable-quic",
        "--no-first-run",
      ],
    },
  },
});
