import { expect, axeFindings, test } from "./support";
import { lettering, onePage } from "../core/test/support/raw-pdf";
import { drawnPlan, HOUSE, label } from "../core/test/support/walls";

const CONTENT =
  drawnPlan(HOUSE) +
  label(HOUSE, [3500, 4000], "HALL", "101", "48.0 m2") +
  label(HOUSE, [9500, 6000], "STUDY", "18.0 m2") +
  lettering("GROUND FLOOR PLAN", 40, 20, 5) +
  lettering("SCALE 1:50", 40, 14, 2.5);

test("rooms are shown with what they enclose, listed and taken along; a kind is guessed and changed", async ({
  page,
}) => {
  await page.goto("/inspection");
  await page.getByTestId("files").setInputFiles([
    {
      name: "house.pdf",
      mimeType: "application/pdf",
      buffer: Buffer.from(onePage({ layers: ["A-WALL"], content: CONTENT })),
    },
  ]);
  await page.waitForURL(/\/inspection\/[0-9a-f-]{36}/);
  const findings = page.getByRole("complementary", { name: "Findings" });
  await findings.getByText("“HALL 101” is said to have 48.0 m2; its walls enclose 52.2 m².").click();
  await expect(findings.getByText("measured 48.0 m2 · expected 52.2 m²")).toBeVisible();

  await page.getByRole("button", { name: "Recognised" }).click();
  const panel = page.getByRole("region", { name: "What was recognised" });
  await expect(panel.getByRole("listitem").filter({ hasText: /^Rooms/ })).toContainText("3");
  await panel.getByRole("button", { name: /Lists of rooms/ }).click();
  const lists = page.getByRole("dialog", { name: "Read off the sheet" });
  await expect(lists.getByRole("row", { name: /101 HALL 48\.0 m2 52\.17 52\.17/ })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  const saved = page.waitForEvent("download");
  await lists.getByRole("button", { name: "All as XLSX" }).click();
  expect((await saved).suggestedFilename()).toBe("house lists.xlsx");
  await lists.getByRole("button", { name: "Openings (5)" }).click();
  await expect(lists.getByRole("row", { name: /door 900 900/ })).toHaveCount(2);
  await lists.getByRole("button", { name: "Close" }).click();
  await panel.getByRole("button", { name: "Close" }).click();

  await findings.getByRole("button", { name: /Floor plan, by “GROUND FLOOR PLAN”/ }).click();
  await page.getByRole("menuitem", { name: "Section" }).click();
  await expect(findings.getByRole("button", { name: /Section, as was said/ })).toBeVisible();
});
