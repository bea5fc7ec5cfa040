import { axeFindings, expect, pageOf, test } from "./support";

test("anything is found from anywhere by keyboard, and gone to", async ({ page }) => {
  await page.goto("/today", { waitUntil: "networkidle" });
  await page.keyboard.press("Control+k");
  const dialog = page.getByRole("dialog", { name: /^Find a layer/ });
  const field = dialog.getByRole("combobox");
  await expect(field).toBeFocused();
  await expect(dialog.getByRole("option", { name: /Showing chart/ })).toBeVisible();
  await field.fill("glaz");
  await expect(dialog.getByRole("option", { name: /A-GLAZ layer: Windows and glazed screens/ })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/standard\/layers\?view=layers&entry=A-GLAZ-SILL$/);
  const panel = page.getByRole("form", { name: "layer" });
  await expect(panel.getByLabel("Purpose")).toHaveValue("Sills below the cut");
  // To another entry of the chapter that is open, and back to the one that its address had first.
  await page.getByRole("row", { name: /A-DOOR / }).click();
  await expect(panel.getByLabel("Layer", { exact: true })).toHaveValue("A-DOOR");
  await page.keyboard.press("Control+k");
  await field.fill("a-glaz-sill");
  await dialog.getByRole("option", { name: /A-GLAZ-SILL/ }).click();
  await expect(panel.getByLabel("Layer", { exact: true })).toHaveValue("A-GLAZ-SILL");
});

test("a finding is found by its words, and stands chosen on its light table", async ({ page }) => {
  await page.goto("/plan-sets", { waitUntil: "networkidle" });
  await page.getByRole("button", { name: "Find", exact: true }).click();
  const dialog = page.getByRole("dialog", { name: /^Find a layer/ });
  await dialog.getByRole("combobox").fill("1:75 listed");
  await dialog.getByRole("option", { name: /1:75, which is not a listed scale/ }).click();
  await expect(page).toHaveURL(/\/inspection\/[0-9a-f-]+\?file=[0-9a-f-]+&finding=[0-9a-f]{16}$/);
  await expect(page.getByText("measured 1:75")).toBeVisible();
});

test("what cannot be found is said, and a reader finds only what is shared with them", async ({ page, browser }) => {
  await page.goto("/today", { waitUntil: "networkidle" });
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox").fill("no such thing anywhere");
  await expect(page.getByText("Nothing found.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog", { name: /^Find a layer/ })).toBeHidden();

  const reader = await pageOf(browser, "reader");
  await reader.goto("/today", { waitUntil: "networkidle" });
  await reader.keyboard.press("Control+k");
  await reader.getByRole("combobox").fill("orchard");
  await expect(reader.getByRole("option", { name: /Orchard Lane Veterinary Clinic/ }).first()).toBeVisible();
  await reader.getByRole("combobox").fill("A-GLAZ");
  await expect(reader.getByText("Nothing found.")).toBeVisible();
  await reader.context().close();
});
