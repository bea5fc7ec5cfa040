import type { Page } from "@playwright/test";
import { building, ROW, row } from "../core/test/support/drawn";
import { lettering, on, onePage } from "../core/test/support/raw-pdf";
import { axeFindings, expect, test } from "./support";

const LAYERS = ["A-WALL", "A-ANNO-DIMS", "A-ANNO-TEXT", "A-FURN", "A-ANNO-NPLT"];
const SHEET = [420, 297] as const;
/** A building at 1:50 with a room name on the wall layer, a doubled line, red furniture, and a helper line that shows. */
const FAULTS =
  on(0, building() + lettering("STORE", 60, 90, 3.5)) +
  on(1, row(ROW)) +
  on(2, lettering("HALL", 100, 110, 3.5) + lettering("1:50", 60, 45, 2.5)) +
  on(3, "0.18 w 60 70 m 90 70 l S 60 70 m 90 70 l S 1 0 0 RG 60 75 m 90 75 l S 0 G") +
  on(4, "0.13 w 120 70 m 150 70 l S");

async function open(page: Page, content: string): Promise<void> {
  await page.goto("/inspection");
  const buffer = Buffer.from(onePage({ layers: LAYERS, content }));
  await page.getByTestId("files").setInputFiles([{ name: "light.pdf", mimeType: "application/pdf", buffer }]);
  await page.waitForURL(/\/inspection\/[0-9a-f-]{36}/);
  await expect(page.getByRole("complementary", { name: "Findings" })).toBeVisible();
  await expect(page.getByTestId("sheet")).toHaveAttribute("data-painted", "yes");
}

/** Clicks a place on the paper, millimetres. */
async function point(page: Page, xMm: number, yMm: number): Promise<void> {
  const box = (await page.getByRole("img", { name: /light\.pdf/ }).boundingBox())!;
  await page.mouse.click(box.x + (xMm / SHEET[0]) * box.width, box.y + (1 - yMm / SHEET[1]) * box.height);
}

test("a mark that is pointed at says what it is, how it plots and how long it is", async ({ page }) => {
  await open(page, FAULTS);
  const panel = page.getByRole("region", { name: "The mark that was pointed at" });
  await point(page, 40, 80);
  await expect(panel.getByRole("definition").filter({ hasText: "A-WALL" })).toBeVisible();
  await expect(panel).toContainText("0.5 mm, the 0.5 pen");
  await expect(panel).toContainText("480 mm on paper");
  await expect(panel).toContainText("24000 mm in the building, at 1:50");
  expect(await axeFindings(page)).toEqual([]);
  await point(page, 105, 111);
  await expect(panel).toContainText("“HALL”");
  await point(page, 62, 75);
  await expect(panel).toContainText("#ff0000");
  await page.keyboard.press("Escape");
  await expect(panel).toBeHidden();
  await point(page, 62, 75);
  await expect(panel).toBeVisible();
  // Where nothing is, nothing is said; a sheet that is dragged is not asked.
  await point(page, 250, 40);
  await expect(panel).toBeHidden();
  // By keyboard: the sheet is moved until the mark lies in the middle, and that is asked.
  const stage = (await page.getByTestId("stage").boundingBox())!;
  const paper = (await page.getByRole("img", { name: /light\.pdf/ }).boundingBox())!;
  const [x, y] = [
    stage.x + stage.width / 2 - (paper.x + (40 / SHEET[0]) * paper.width),
    stage.y + stage.height / 2 - (paper.y + (1 - 80 / SHEET[1]) * paper.height),
  ];
  await page.mouse.move(stage.x + 30, stage.y + 30);
  await page.mouse.down();
  await page.mouse.move(stage.x + 30 + x, stage.y + 30 + y, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.press("a");
  await expect(page.getByTestId("middle")).toBeVisible();
  await expect(panel.getByRole("definition").filter({ hasText: "A-WALL" })).toBeVisible();
});

test("findings are searched and left out by severity, family and layer; flags and keys follow", async ({ page }) => {
  await open(page, FAULTS);
  const findings = page.getByRole("complementary", { name: "Findings" });
  const flags = page.getByTestId("stage").getByRole("button", { name: /^Finding/ });
  await expect(findings.getByText(/plots? in the colour #ff0000/)).toBeVisible();
  const all = await flags.count();
  expect(all).toBeGreaterThan(3);
  await findings.getByRole("searchbox", { name: "Search the findings" }).fill("helper layer");
  await expect(flags).toHaveCount(1);
  await expect(findings.getByRole("status")).toContainText(`1 of `);
  // Keys in a field are letters.
  await findings.getByRole("searchbox").press("n");
  await expect(findings.getByText("None of the findings is of this kind.")).toBeVisible();
  await findings.getByRole("button", { name: "Show all" }).click();
  await expect(flags).toHaveCount(all);
  await findings.getByRole("combobox", { name: "Family of rules" }).click();
  await page.getByRole("option", { name: /^Lines/ }).click();
  await expect(findings.getByText(/#ff0000/)).toBeVisible();
  await expect(findings.getByText(/helper layer/)).toBeHidden();
  expect(await axeFindings(page)).toEqual([]);
  await findings.getByRole("button", { name: "Show all" }).click();
  await findings.getByRole("button", { name: /note/ }).click();
  await expect(findings.getByText(/lies exactly upon another/)).toBeHidden();
  await findings.getByRole("button", { name: /note/ }).click();
  await expect(findings.getByText(/lies exactly upon another/)).toBeVisible();
});

test("marks are moved, removed and set in their pen's shade, a helper layer is switched off", async ({ page }) => {
  await open(page, FAULTS);
  const findings = page.getByRole("complementary", { name: "Findings" });
  await findings.getByRole("button", { name: /1 line of lettering stands on A-WALL/ }).click();
  await expect(findings.getByRole("button", { name: "Move to A-ANNO-TEXT" })).toBeVisible();
  await findings.getByRole("button", { name: /Mend \d+ that are safe/ }).click();
  await expect(findings.getByText(/moved to another layer: A-WALL → A-ANNO-TEXT \(1 mark\)/)).toBeVisible();
  await expect(findings.getByText(/layer switched off on A-ANNO-NPLT/)).toBeVisible();
  await expect(findings.getByText(/: shade set on A-FURN: #ff0000 → 100 %/)).toBeVisible();
  await expect(findings.getByText(/: removed on A-FURN/)).toBeVisible();
});

test("a scale that is not the drawn one lists the dimensions that agree and those that don't", async ({ page }) => {
  const texts = ["4000", "5000", "6000", "1500"];
  const wrong = row({ ...ROW, stops: [40, 80, 130, 190, 200], texts });
  await open(page, on(0, building()) + on(1, wrong) + on(2, lettering("1:50", 60, 45, 2.5)));
  const findings = page.getByRole("complementary", { name: "Findings" });
  await findings.getByRole("button", { name: /1:50 is stated, but 3 of 4 dimensions are drawn at 1:100/ }).click();
  await expect(findings.getByText(/3 agree on 1:100:/).locator("..")).toContainText("4000 · 5000 · 6000");
  await expect(findings.getByText(/1 does not:/).locator("..")).toContainText("1500 (1000 mm drawn)");
});
