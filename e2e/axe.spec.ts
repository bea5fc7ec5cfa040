import { CHAPTERS } from "@hemstitch/core/standard/plain";
import { axeFindings, expect, test } from "./support";

/** These look only, so they run beside those that change the demo office. */
for (const path of [
  "/today",
  ...CHAPTERS.map((chapter) => `/standard/${chapter.id}`),
  "/standard/drawing-kinds?view=chart",
  "/standard/checks",
  "/standard/editions",
  "/rules/line/too-close",
  "/plan-sets",
  "/inspection",
  "/requests",
  "/account",
]) {
  test(`axe finds nothing on ${path}, light and dark`, async ({ page }) => {
    await page.goto(path);
    await page.waitForLoadState("networkidle");
    expect(await axeFindings(page)).toEqual([]);
    // Nothing but colours changes in the dark.
    await page.getByRole("button", { name: "Dark" }).click();
    expect(await axeFindings(page, "colours")).toEqual([]);
  });
}
