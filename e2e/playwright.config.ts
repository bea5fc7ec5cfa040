import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: ".",
  timeout: 60_000,
  workers: 1,
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
