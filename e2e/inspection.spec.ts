import { readFileSync } from "node:fs";
import { lettering, on, onePage } from "../core/test/support/raw-pdf";
import { checkedByQpdf, run, temporary } from "../core/test/support/tools";
import { axeFindings, expect, stored, test } from "./support";

const pdf = (name: string, bytes: Uint8Array) => ({ name, mimeType: "application/pdf", buffer: Buffer.from(bytes) });
const BAD = onePage({
  layers: ["walls", "A-ANNO-TEXT"],
  content: on(0, "0.3 w 50 50 m 350 50 l 350 200 l S") + on(1, lettering("HALL", 100, 100, 3)),
});

test("drops drawings, sees what departs and where, mends it, and downloads the mended file", async ({ page }) => {
  await page.goto("/inspection");
  await page
    .getByTestId("files")
    .setInputFiles([pdf("hall.pdf", BAD), pdf("letter.pdf", new TextEncoder().encode("Dear Sir"))]);
  await page.waitForURL(/\/inspection\/[0-9a-f-]{36}/);
  await expect(page.getByRole("button", { name: /hall\.pdf/ })).toBeVisible();
  await page.getByRole("button", { name: /letter\.pdf/ }).click();
  await expect(page.getByText("This file could not be read")).toBeVisible();
  await expect(page.getByText(/does not begin with %PDF/)).toBeVisible();

  await page.getByRole("button", { name: /hall\.pdf/ }).click();
  const findings = page.getByRole("complementary", { name: "Findings" });
  await expect(findings.getByText(/The layer name “walls” does not follow the scheme/)).toBeVisible();
  await expect(findings.getByText(/1 line is 0.3 mm wide, which is not in the pen schedule/)).toBeVisible();
  await expect(page.getByTestId("sheet")).toHaveAttribute("data-painted", "yes");
  await expect(
    page.getByRole("button", { name: /^Finding \d+: Line widths not in the pen schedule\. 1 line is 0.3/ }),
  ).toBeAttached();

  await findings.getByRole("button", { name: "by layer" }).click();
  await expect(findings.getByRole("heading", { name: "walls" })).toBeVisible();

  await findings.getByRole("button", { name: /^Mend \d+ that are safe/ }).click();
  await expect(findings.getByText("Mended and proved")).toBeVisible();
  await expect(findings.getByText("layer renamed: walls → A-WALL")).toBeVisible();
  await expect(findings.getByText("A layer name that does not follow the scheme").first()).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    findings.getByRole("link", { name: "Download mended" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("hall-mended.pdf");
  const mended = new Uint8Array(readFileSync(await download.path()));
  checkedByQpdf(mended);
  const report = run(
    process.execPath,
    "cli/bin/hemstitch.mjs",
    "inspect",
    temporary(mended),
    "--standard",
    "tarnwick",
    "--format",
    "json",
    "--fail-on",
    "never",
  );
  const left = (JSON.parse(report) as { files: { findings: { rule: string }[] }[] }).files[0]!.findings.map(
    (finding) => finding.rule,
  );
  expect(left).toEqual(["file/font-not-embedded"]);
});

test("walks the light table by keyboard", async ({ page }) => {
  await page.goto("/today");
  await page.getByRole("link", { name: /orchard-ground-48-drafter/ }).click();
  const findings = page.getByRole("complementary", { name: "Findings" });
  await expect(findings.getByText(/A-WAL/).first()).toBeVisible();
  await expect(page.getByTestId("sheet")).toHaveAttribute("data-painted", "yes");
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.press("n");
  await expect(findings.locator('[aria-pressed="true"]', { hasText: "A-WAL" })).toBeVisible();
  await page.keyboard.press("n");
  await page.keyboard.press("n");
  await expect(findings.locator('[aria-pressed="true"]', { hasText: "0.4 mm" })).toBeVisible();
  await page.keyboard.press("p");
  await expect(findings.locator('[aria-pressed="true"]', { hasText: "A-SIGN" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(findings.locator('section button[aria-pressed="true"]')).toHaveCount(0);
});

test("shows names with markup as they are, and runs none of it", async ({ page }) => {
  const name = "<img src=x onerror=\"document.title='run'\">";
  await page.goto("/inspection");
  await page
    .getByTestId("files")
    .setInputFiles(
      pdf(`${name}.pdf`, onePage({ layers: [name, "../../etc/passwd"], content: on(0, "0.5 w 1 1 m 9 9 l S") })),
    );
  await expect(page.getByText(`The layer name “${name}” does not follow the scheme`, { exact: false })).toBeVisible();
  expect(await page.title()).not.toBe("run");
});

test("the mended file is what opens from then on, and what is left to mend is counted there", async ({ page }) => {
  await page.goto("/inspection");
  await page.getByTestId("files").setInputFiles([pdf("twice.pdf", BAD)]);
  const findings = page.getByRole("complementary", { name: "Findings" });
  await findings.getByText(/The layer name “walls” does not follow the scheme/).click();
  const all = Number(/\d+/.exec(await findings.getByRole("button", { name: /^Mend \d+ th/ }).innerText())?.[0]);
  await page.keyboard.press("m");
  await expect(findings.getByText("Mended and proved")).toBeVisible();
  await page.reload();
  await expect(findings.getByText("Mended and proved")).toBeVisible();
  await findings.getByRole("button", { name: `Mend ${all - 1} more that` }).click();
  await expect(findings.getByRole("button", { name: /more that/ })).toHaveCount(0);
  await expect(findings.getByText("layer renamed: walls → A-WALL")).toBeVisible();
});

test("an address of nothing says so, and going back works", async ({ page }) => {
  await page.goto("/inspection");
  await page.goto("/inspection/00000000-0000-4000-8000-000000000000");
  await expect(page.getByText("There is nothing here")).toBeVisible();
  await page.goBack();
  await expect(page.getByText("Drop drawings here")).toBeVisible();
});

test("a finding is called by its rule's title, which leads to the rule's page; what was not read is said", async ({
  page,
}) => {
  await page.goto("/inspection");
  // A line in a space without extent can't be read, so the light table must say so.
  const content = `q 0 0 0 0 5 5 cm 1 1 m 9 9 l S Q ${on(0, "0.5 w 10 10 m 90 10 l S 10 10.6 m 90 10.6 l S")}`;
  await page.getByTestId("files").setInputFiles([pdf("flat.pdf", onePage({ layers: ["A-WALL"], content }))]);
  const findings = page.getByRole("complementary", { name: "Findings" });
  await expect(findings.getByRole("heading", { name: "Parallel lines that print as one line/too-close" })).toBeVisible(
    {},
  );
  await expect(findings.getByRole("heading", { name: "What could not be read" })).toBeVisible();
  await expect(findings.getByText(/Page 1: Some lines are drawn in a space without extent/)).toBeVisible();
  await findings.getByRole("link", { name: "Parallel lines that print as one" }).click();
  await expect(page).toHaveURL(/\/rules\/line\/too-close\?edition=\d+$/);
  await expect(page.getByText(/What is drawn as two lines has to print as two/)).toBeVisible();
  await page.goBack();
  await expect(findings.getByText(/2 lines run too close/)).toBeVisible();
});

test("a layer that files bring of themselves is put on the list from a finding, and taken back", async ({ page }) => {
  await page.goto("/inspection");
  const bytes = onePage({ layers: ["Sketch 9"], content: on(0, "0.5 w 10 10 m 90 10 l S") });
  await page.getByTestId("files").setInputFiles([pdf("bring.pdf", bytes)]);
  const findings = page.getByRole("complementary", { name: "Findings" });
  await findings.getByText(/“Sketch 9” does not follow the scheme/).click();
  await stored(page, () => findings.getByRole("button", { name: "Files bring this layer of themselves" }).click());
  await expect(page.getByText(/“Sketch 9” is on the draft's list of default layers/)).toBeVisible();
  await page.goto("/standard/checks", { waitUntil: "networkidle" });
  const names = page.getByLabel("Names, with commas between");
  await expect(names).toHaveValue("default, layer 1, background, Sketch 9");
  await names.fill("default, layer 1, background");
  await stored(page, () => names.press("Enter"));
});
