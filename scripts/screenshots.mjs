// npm run screenshots: takes the pictures of docs/screenshots from the demo at HEMSTITCH_ADDRESS (http://127.0.0.1:3000 unless set).
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { root } from "./lib/run.mjs";

const address = process.env.HEMSTITCH_ADDRESS ?? "http://127.0.0.1:3000";
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

await go("/today");
await shot("today");
await go("/inspection");
await shot("inspection");
await go("/today");
await page.getByRole("link", { name: /saltmarsh-ground-50-drafter/ }).click();
await page.getByText(/14 lines are 0.3 mm/).click();
await shot("light-table");
await page.getByRole("button", { name: "Dark" }).click();
await shot("light-table-dark");
await page.getByRole("button", { name: "Light" }).click();
await page.getByRole("button", { name: /^Mend \d+ that/ }).click();
await page.getByText("Mended and proved").waitFor();
await page.getByRole("button", { name: "Close" }).click();
await shot("light-table-mended");
await go("/standard/layers");
await page.getByText("A-GRID", { exact: true }).first().click();
await shot("standard-layers");
await go("/standard/pens-and-lines");
await shot("standard-pens");
await go("/standard/text");
await shot("standard-text");
await go("/plan-sets");
await page.getByRole("link", { name: /Saltmarsh/ }).click();
await page.getByText("Set register").waitFor();
await shot("plan-set");
await page.getByRole("link", { name: "A-101" }).last().click();
await page.getByText("An inspection of this sheet finds nothing.").waitFor();
await shot("sheet-bench");
await page.keyboard.press("Alt+s");
await page.getByLabel("Scale", { exact: true }).fill(`1/4" = 1'-0"`);
await shot("scale-slip");
await browser.close();
