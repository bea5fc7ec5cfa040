// npm run screenshots: takes the pictures of docs/screenshots from the demo office, loaded fresh.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { startDemoOffice } from "./lib/demo-office.mjs";
import { startPostgres } from "./lib/postgres.mjs";
import { bin, root, run } from "./lib/run.mjs";

const drawings = mkdtempSync(join(tmpdir(), "hemstitch-drawings-"));
run(bin("tsx"), ["--tsconfig", "tsconfig.json", "demo/src/main.ts", drawings]);

const server = await startPostgres("postgres-test", { fresh: true, port: 54420 });
const application = await startDemoOffice(server, 3100).catch(async (error) => {
  await server.stop();
  throw error;
});
const { address } = application;
// What goes wrong on the way leaves no worker behind.
try {
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: [
      "--no-sandbox",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
      "--disable-quic",
      "--no-first-run",
    ],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: "light" });
  const shot = async (name) => {
    await page.waitForLoadState("networkidle");
    await page.waitForTimeout(700);
    await page.screenshot({ path: join(root, "docs", "screenshots", `${name}.png`) });
  };
  const go = (path) => page.goto(address + path, { waitUntil: "networkidle" });

  await go("/sign-in");
  await page.getByRole("button", { name: /Ida Fenn/ }).click();
  await page.waitForURL(/today/);
  await shot("today");
  await go("/today");
  await page.getByRole("link", { name: /saltmarsh-ground-50-drafter/ }).click();
  await page.getByText(/14 lines are 0.3 mm/).click();
  await shot("light-table");
  await go("/inspection");
  await page
    .getByTestId("files")
    .setInputFiles(
      ["saltmarsh-annotation-drafter.pdf", "saltmarsh-building-drafter.pdf", "saltmarsh-half-size.pdf"].map((name) =>
        join(drawings, name),
      ),
    );
  await page.waitForURL(/inspection\/[0-9a-f-]{36}/);
  await page.getByText(/“1250” is written/).click();
  await shot("light-table-dimension");
  await page.getByText(/lines of Cut masonry/).click();
  await shot("light-table-hatch");
  await page.getByRole("button", { name: "saltmarsh-building-drafter.pdf" }).click();
  await page.getByText(/is said to have 39.5/).click();
  await shot("light-table-room");
  await page.getByRole("button", { name: "Whole sheet" }).click();
  await page.getByRole("button", { name: "Recognised" }).click();
  await page
    .getByText(/by \d+ of \d+ dimensions/)
    .first()
    .waitFor();
  await shot("light-table-recognised");
  await page.getByRole("button", { name: "saltmarsh-half-size.pdf" }).click();
  await page.getByText(/1:50 is stated, but/).click();
  await page.getByText(/agree on 1:100/).waitFor();
  await shot("light-table-scale");
  for (const [name, path] of [
    ["standard-layers", "/standard/layers?entry=A-GRID"],
    ["standard-pens", "/standard/pens-and-lines"],
    ["standard-hatches", "/standard/hatches?view=hatches&entry=block-coursing"],
    ["standard-dimensions", "/standard/dimensions"],
    ["standard-chart", "/standard/drawing-kinds?view=chart"],
    ["standard-sheets", "/standard/sheets"],
    ["standard-library", "/standard/library"],
    ["standard-checks", "/standard/checks"],
  ]) {
    await go(path);
    await shot(name);
  }
  await go("/requests");
  await page
    .getByRole("button", { name: /New layer|Change/ })
    .first()
    .click();
  await shot("requests");
  await go("/standard/editions");
  await page.getByRole("button", { name: "Judge the plan sets by the draft" }).click();
  await page.getByRole("table", { name: "Effect on plan sets" }).waitFor();
  await shot("editions");
  await go("/plan-sets");
  await page.getByRole("link", { name: /Saltmarsh/ }).click();
  await page.getByText("Set register").waitFor();
  await shot("plan-set");
  await page.getByRole("link", { name: "A-101" }).last().click();
  await page.getByText(/inspection of this sheet finds nothing/).waitFor();
  await shot("sheet-bench");
  await browser.close();
} finally {
  rmSync(drawings, { recursive: true });
  await application.stop();
  await server.stop();
}
