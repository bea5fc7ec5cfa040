import { building, ROW, row, stripes } from "../core/test/support/drawn";
import { lettering, on, onePage } from "../core/test/support/raw-pdf";
import { axeFindings, expect, test } from "./support";

const LAYERS = ["A-WALL", "A-ANNO-DIMS", "A-WALL-PATT", "A-ANNO-TEXT"];
const CONTENT =
  on(0, building()) +
  on(1, row({ ...ROW, stops: [40, 80, 110, 130, 200], texts: ["2000", "1500", "1000", "3400"] })) +
  on(2, stripes(42, 62, 60, 6, 45, 1.2)) +
  on(3, lettering("HALL", 100, 110, 3.5) + lettering("1:50", 60, 45, 2.5));

test("what was recognised shows over the sheet, and a wrong value proves itself", async ({ page }) => {
  await page.goto("/inspection");
  await page.getByTestId("files").setInputFiles([
    {
      name: "row.pdf",
      mimeType: "application/pdf",
      buffer: Buffer.from(onePage({ layers: LAYERS, content: CONTENT })),
    },
  ]);
  await page.waitForURL(/\/inspection\/[0-9a-f-]{36}/);
  const findings = page.getByRole("complementary", { name: "Findings" });
  await expect(findings.getByText(/“3400” is written, but 3500 mm is drawn: 70 mm on paper at 1:50/)).toBeVisible();

  await page.getByRole("button", { name: "Recognised" }).click();
  const panel = page.getByRole("region", { name: "What was recognised" });
  await expect(panel.getByText("1:50 by 3 of 4 dimensions; 1:50 stated")).toBeVisible();
  await expect(panel.getByRole("listitem").filter({ hasText: /Dimensions/ })).toContainText("4");
  await expect(panel.getByRole("listitem").filter({ hasText: /Hatches/ })).toContainText("1");
  await panel.getByRole("checkbox", { name: /Lettering/ }).check();
  expect(await axeFindings(page)).toEqual([]);
  await panel.getByRole("button", { name: "Close" }).click();
  await expect(panel).toBeHidden();
});
