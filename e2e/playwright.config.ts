import { defineConfig } from "@playwright/test";

const FIRST = ["axe", "building", "chapters", "find", "in-line", "light-table"].map((name) => `${name}.spec.ts`);

export default defineConfig({
  testDir: ".",
  // Generous, so that a busy machine is no finding: what is slow is measured in bench/.
  timeout: 240_000,
  expect: { timeout: 45_000 },
  // Two halves that take about as long, run beside each other, each against an office of its own: one after the other there.
  workers: 1,
  projects: [
    { name: "first", testMatch: FIRST },
    { name: "second", testIgnore: FIRST },
  ],
  reporter: [["line"], ["json"]],
  outputDir: `../test-results/${process.env["HEMSTITCH_HALF"] ?? ""}`,
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
