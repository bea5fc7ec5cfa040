import { readFileSync } from "node:fs";
import { readDrawing } from "@hemstitch/core/formats";
import { axeFindings, expect, pageOf, stored, test } from "./support";

test("Today shows the demo office from its data, each drawing leading to its light table", async ({ page }) => {
  await page.goto("/");
  await expect(page).toHaveURL(/\/today$/);
  await expect(page.getByText("saltmarsh-ground-50-drafter.pdf")).toBeVisible();
  await expect(page.getByRole("cell", { name: "Orchard Lane Veterinary Clinic" })).toBeVisible();
  await page.getByRole("link", { name: /saltmarsh-ground-75-trimmed/ }).click();
  await expect(page.getByText(/1:75, which is not a listed scale/)).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
});

test("the keyboard gets past the rail at once", async ({ page }) => {
  await page.goto("/plan-sets");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("link", { name: "Skip to the content" })).toBeFocused();
  await page.keyboard.press("Enter");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("main").locator(":focus")).toHaveCount(1);
});

test("the scale slip is at hand everywhere and exact", async ({ page }) => {
  await page.goto("/plan-sets");
  await page.keyboard.press("Alt+s");
  const slip = page.getByLabel("Scale slip");
  await slip.getByLabel("Scale", { exact: true }).fill(`1/4" = 1'-0"`);
  await slip.getByLabel("Lengths with + and −").fill(`12'-6" + 3'-2 1/2"`);
  await expect(slip.getByText(`15'-8 1/2" · 4788 mm`)).toBeVisible();
  await slip.getByLabel("Length", { exact: true }).fill("12'");
  await expect(slip.getByText(`76.20 mm · 0'-3"`)).toBeVisible();
  // What is in it stays while a scale is typed.
  await slip.getByLabel("Scale", { exact: true }).fill("1:");
  await expect(slip.getByLabel("Length", { exact: true })).toHaveValue("12'");
  await expect(slip.getByText(`76.20 mm · 0'-3"`)).toBeVisible();
  await slip.getByLabel("Scale", { exact: true }).fill("1:100");
  await expect(slip.getByText("36.58 mm", { exact: false })).toBeVisible();
  // 5, 12, 13: a right angle of whole feet (Euclid).
  await slip.getByLabel("One side").fill("5'");
  await slip.getByLabel("The other side").fill("12'");
  await expect(slip.getByText(`13'-0" · 3962 mm`)).toBeVisible();
  await expect(slip.getByText("ARCH E1", { exact: true })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
});

test("lays out a sheet on the bench with a live preview, stores it and downloads it", async ({ page }) => {
  await page.goto("/plan-sets");
  await expect(page.getByRole("link", { name: /Saltmarsh Ferry Landing.*3 sheets, 2 drawings/ })).toBeVisible();
  await page.getByRole("link", { name: /Saltmarsh Ferry Landing/ }).click();
  await expect(page.getByText("empty on every sheet").first()).toBeVisible();
  await page.getByRole("link", { name: "A-102" }).last().click();
  const bench = page.getByRole("complementary", { name: "Sheet" });
  // A plan for 1:50 at 1:100: its panes are half a millimetre apart now, and would print as one line.
  await expect(bench.getByText(/lines run too close to another/).first()).toBeVisible();
  await expect(bench.getByText(/on paper and fits/)).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await bench.getByLabel("Placed at").click();
  await page.getByRole("option", { name: "1:50", exact: true }).click();
  await expect(bench.getByText(/does not fit/)).toBeVisible();
  await bench.getByLabel("Placed at").click();
  await page.getByRole("option", { name: "1:200", exact: true }).click();
  await expect(bench.getByText(/on paper and fits/)).toBeVisible();
  await bench.getByRole("button", { name: "Store sheet" }).click();
  await expect(page.getByText("The sheet is stored.")).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    bench.getByRole("link", { name: "Download PDF" }).click(),
  ]);
  const read = await readDrawing(new Uint8Array(readFileSync(await download.path())));
  expect(read.ok && read.value.drawing.pages[0]!.viewports[0]!.buildingPerPaper).toBeCloseTo(200, 6);
  expect(read.ok && Math.round(read.value.drawing.pages[0]!.widthMm)).toBe(420);
});

test("two browsers change the same particulars: the second is told and loses nothing", async ({ page, browser }) => {
  await page.goto("/plan-sets");
  await page.getByRole("link", { name: /Orchard Lane/ }).click();
  await page.waitForURL(/plan-sets\/[0-9a-f]/);
  const other = await pageOf(browser, "coordinator");
  await other.goto(page.url());
  await page.getByLabel("Address").fill("12 Orchard Lane");
  await page.getByRole("button", { name: "Store particulars" }).click();
  await expect(page.getByText(/every sheet of the set is filled/)).toBeVisible();
  await other.getByLabel("Approved by").fill("T. Quill");
  await other.getByRole("button", { name: "Store particulars" }).click();
  await expect(other.getByText(/Somebody else has changed these particulars in the meantime/)).toBeVisible();
  await expect(other.getByLabel("Approved by")).toHaveValue("T. Quill");
  await other.context().close();
});

test("a new plan set and a new sheet, numbered by the scheme", async ({ page }) => {
  await page.goto("/plan-sets");
  await page.getByLabel("Project").fill("Test <b>Hut</b>");
  await page.getByRole("button", { name: "Make" }).click();
  await expect(page.getByRole("heading", { name: "Test <b>Hut</b>" })).toBeVisible();
  await page.getByLabel("Number").fill("101");
  await expect(page.getByRole("button", { name: "Add sheet" })).toBeDisabled();
  await page.getByLabel("Number").fill("A-107");
  // What was begun is there again after going elsewhere.
  await page.getByLabel("Title", { exact: true }).fill("Roof");
  await page.getByLabel("Client").fill("Harbour Board");
  await page.goto("/today");
  await page.goBack();
  await expect(page.getByLabel("Title", { exact: true })).toHaveValue("Roof");
  await expect(page.getByLabel("Client")).toHaveValue("Harbour Board");
  await page.getByLabel("Number").fill("A-107");
  await page.getByRole("button", { name: "Add sheet" }).click();
  await expect(page.getByRole("complementary", { name: "Sheet" }).getByText("A-107")).toBeVisible();
  await page.getByRole("link", { name: /Test <b>Hut/ }).click();
  await expect(page.getByLabel("Number")).toHaveValue("A-108");
});

test("a sheet and a plan set are moved to the bin, and come back by Undo and from the bin", async ({ page }) => {
  await page.goto("/plan-sets");
  await page.getByLabel("Project").fill("Boathouse");
  await page.getByRole("button", { name: "Make" }).click();
  await page.getByRole("button", { name: "Add sheet" }).click();
  await page.getByRole("link", { name: "Boathouse" }).click();
  const bin = page.getByRole("button", { name: "Move sheet A-101 to the bin" });
  await stored(page, () => bin.click());
  await expect(bin).toHaveCount(0);
  await stored(page, () => page.getByRole("button", { name: "Undo" }).click());
  await expect(bin).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await stored(page, () => page.getByRole("button", { name: "Move plan set to the bin" }).click());
  await expect(page).toHaveURL(/\/plan-sets$/);
  await expect(page.getByRole("link", { name: /Boathouse/ })).toHaveCount(0);
  await page.getByRole("link", { name: "Open the bin" }).click();
  await expect(page.getByRole("row", { name: /Boathouse plan set/ })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await stored(page, () => page.getByRole("button", { name: "Put Boathouse back" }).click());
  await expect(page.getByRole("row", { name: /Boathouse/ })).toHaveCount(0);
  await page.goto("/plan-sets");
  await expect(page.getByRole("link", { name: /Boathouse.*1 sheet/ })).toBeVisible();
});
