import { readFileSync } from "node:fs";
import type { Locator, Page } from "@playwright/test";
import { axeFindings, expect, pageOf, stored, test } from "./support";

/** Each chapter's own tools, driven as a coordinator does. Every test leaves the draft as it was. */
const entry = async (page: Page, path: string, form: string): Promise<Locator> => {
  await page.goto(path, { waitUntil: "networkidle" });
  return page.getByRole("form", { name: form });
};

/** Takes the last change back. */
const takeBack = (page: Page): Promise<void> => stored(page, () => page.keyboard.press("Control+z"));

test("a text style is seen in its own font, and one that is not at hand says so", async ({ page }) => {
  await page.goto("/standard/text?view=textStyles&entry=lettering-5", { waitUntil: "networkidle" });
  const panel = page.getByRole("form", { name: "text style" });
  const specimen = panel.getByRole("img", { name: "lettering-5 as it plots" });
  const sample = specimen.locator("text").first();
  await expect(sample).not.toHaveAttribute("font-family");
  const before = await sample.boundingBox();
  await panel.getByLabel("Fonts").fill("Spline Sans Mono");
  await expect(sample).toHaveAttribute("font-family", "Spline Sans Mono");
  const after = await sample.boundingBox();
  // Letters of one width take more room; what is measured is what the browser has set.
  expect(after!.width).toBeGreaterThan(before!.width * 1.1);
  await panel.getByRole("button", { name: "As it was" }).click();
  await expect(sample).not.toHaveAttribute("font-family");

  await page.getByRole("button", { name: "Fonts", exact: true }).click();
  await page.getByRole("button", { name: "Add font" }).click();
  const font = page.getByRole("form", { name: "font" });
  await font.getByLabel("Family").fill("Nowhere Sans");
  await expect(font.getByText("Shown in Barlow: Nowhere Sans is not at hand", { exact: false })).toBeVisible();
  // A font that is handed in is seen before it is stored. Its name in the file is another than Hemstitch's own.
  await font.getByTestId("font-file").setInputFiles({
    name: "hand.ttf",
    mimeType: "font/ttf",
    buffer: renamedFont(readFileSync("core/assets/fonts/Barlow-Regular.ttf"), "Barlow", "Tarnwk"),
  });
  await expect(font.getByLabel("Family")).toHaveValue("Tarnwk");
  await expect(font.getByText("not at hand", { exact: false })).toHaveCount(0);
  const letters = font.getByRole("img", { name: "Tarnwk as it plots" }).locator("text").first();
  await expect(letters).toHaveAttribute("font-family", /^office-[0-9a-f]{64}$/);
});

test("specimens are fitted to the screen once, and stay so", async ({ page }) => {
  const panel = await entry(page, "/standard/pens-and-lines?entry=0.5", "pen");
  const drawn = panel.getByRole("img", { name: "0.5 as it plots" });
  const width = async (): Promise<number> => (await drawn.boundingBox())!.width;
  const usual = await width();
  await page.getByRole("button", { name: "Fit to this screen" }).click();
  const slider = page.getByRole("slider", { name: "Size of the outline" });
  for (let i = 0; i < 3; i++) await slider.press("PageUp");
  const perMm = Number(/(\d\.\d\d) pixels a millimetre/.exec((await page.getByRole("dialog").textContent())!)![1]);
  await page.getByRole("button", { name: "Keep" }).click();
  await expect.poll(width).toBeGreaterThan(usual);
  await page.reload({ waitUntil: "networkidle" });
  const millimetres = Number((await drawn.getAttribute("viewBox"))!.split(" ")[2]);
  expect((await width()) / millimetres).toBeCloseTo(perMm, 1);
  await page.getByRole("button", { name: "Fit to this screen" }).click();
  await page.getByRole("button", { name: "The usual size" }).click();
  await page.getByRole("button", { name: "Keep" }).click();
  await expect.poll(width).toBeCloseTo(usual, 0);
});

test("lengths that somebody types are written as the style writes them, while it is being changed", async ({
  page,
}) => {
  const panel = await entry(page, "/standard/units-and-scales?view=unitStyles&entry=feet-plan", "length style");
  const examples = panel.getByRole("table", { name: "Worked examples" });
  await panel.getByLabel(/^Lengths in the building/).fill("-7.83 ft; 4.58 ft; 14'; seven");
  await panel.getByLabel("Finest fraction, 1/").fill("1");
  // −7.83 ft is −7'-10" and 4.58 ft is 4'-7" (common practice, no source).
  await expect(examples.getByRole("row")).toHaveText([
    /-7\.83 ft\s*-7'-10"/,
    /4\.58 ft\s*4'-7"/,
    /14'\s*14'-0"/,
    /“seven” is not a length/,
  ]);
  await panel.getByLabel("Zero inches kept").uncheck();
  await expect(examples.getByRole("row", { name: /14' 14'$/ })).toBeVisible();
  await panel.getByRole("button", { name: "As it was" }).click();

  const metric = await entry(page, "/standard/units-and-scales?view=unitStyles&entry=metric-plan", "length style");
  await metric.getByLabel("Rounded to").fill("5");
  await metric.getByLabel(/^Lengths in the building/).fill("1237; 1500");
  await expect(metric.getByRole("row", { name: "1237 1235 off the module of 50" })).toBeVisible();
  await expect(metric.getByRole("row", { name: "1500 1500", exact: true })).toBeVisible();
});

test("text styles say how high they are in the building, and names by scale follow the office's pattern", async ({
  page,
}) => {
  const panel = await entry(page, "/standard/text?entry=lettering-2.5", "text style");
  await expect(panel.getByRole("row", { name: /^1:100 250\.0 mm/ })).toBeVisible();
  await expect(panel.getByText(/^On the half-size print for site: 1\.25 mm, legible/)).toBeVisible();
  const pattern = panel.getByLabel(/^Names by scale/);
  await pattern.fill("N{height} at {scale}");
  await stored(page, () => pattern.blur());
  await expect(panel.getByRole("row", { name: /1:50 125\.0 mm N25 at 50/ })).toBeVisible();
  await panel.getByText("In the building, by scale").click();
  await takeBack(page);
  await expect(pattern).toHaveValue("T{height}-{scale}");
});

test("a hatch in the building says at which scales it gets too dense, and is drawn at any of them", async ({
  page,
}) => {
  const panel = await entry(page, "/standard/hatches?entry=block-coursing", "hatch");
  await expect(panel.getByRole("row", { name: /^1:20 .* good/ })).toBeVisible();
  await expect(panel.getByRole("row", { name: /^1:500 .* too dense/ })).toBeVisible();
  const drawn = panel.getByRole("img", { name: "block-coursing as it plots" });
  const lines = async (): Promise<number> => (await drawn.innerHTML()).split("<path").length;
  const before = await lines();
  await panel.getByLabel("At", { exact: true }).click();
  await page.getByRole("option", { name: "1:100", exact: true }).click();
  await expect.poll(lines).toBeGreaterThan(before * 2);
});

test("widths of the ISO series that are missing are offered, and the technical pens' colours", async ({ page }) => {
  const panel = await entry(page, "/standard/pens-and-lines?entry=2", "pen");
  await stored(page, () => panel.getByRole("button", { name: "Remove" }).click());
  await stored(page, () => page.getByRole("button", { name: "Add 2 mm" }).click());
  await expect(page.getByRole("row", { name: /^(?:Choose 2 )?2 2 100/ })).toBeVisible();
  await takeBack(page);
  await takeBack(page);
  await expect(page.getByRole("button", { name: "Add 2 mm" })).toHaveCount(0);
});

test("a title block is laid out by keyboard; cells that lie over each other are told, fields of ISO 7200 offered", async ({
  page,
}) => {
  const panel = await entry(page, "/standard/sheets?entry=A1", "sheet frame");
  await panel.getByRole("button", { name: "Client, 70 by 12 mm" }).focus();
  await page.keyboard.press("ArrowLeft");
  await expect(panel.getByRole("alert").filter({ hasText: /overlap|lie over/i })).toBeVisible();
  await page.keyboard.press("ArrowRight");
  await expect(panel.getByRole("alert")).toHaveCount(0);
  await page.keyboard.press("Shift+ArrowLeft");
  await expect(panel.getByRole("button", { name: "Client, 69 by 12 mm" })).toBeVisible();
  await panel.getByLabel("Add a field of ISO 7200").click();
  await page.getByRole("option", { name: /^Document type/ }).click();
  await expect(panel.getByRole("button", { name: /^Document type, 40 by 10 mm/ })).toBeVisible();
  await panel.getByRole("button", { name: "As it was" }).click();
  await expect(panel.getByRole("button", { name: "Client, 70 by 12 mm" })).toBeVisible();
});

test("labels are tried against their pattern", async ({ page }) => {
  const panel = await entry(page, "/standard/codes?view=labelPatterns&entry=cabinet", "label pattern");
  await panel.getByLabel("Labels to test, one a line").fill("W3018\nX36");
  await expect(panel.getByText("unit W (wall unit), width 30, height 18")).toBeVisible();
  await expect(panel.getByText(/Character 1: “X” is no unit of the scheme/)).toBeVisible();
  await page.getByRole("row", { name: /door/ }).getByText("door", { exact: true }).click();
  await expect(page.getByLabel("Labels to test, one a line")).toHaveValue("D001\nW112");
});

test("rows are pasted from a spreadsheet, copied out again, sorted and filtered, by keyboard", async ({ page }) => {
  await page.goto("/standard/codes", { waitUntil: "networkidle" });
  await page.context().grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.evaluate(
    (text) => navigator.clipboard.writeText(text),
    "Code\tMeaning\tGroup\nGB\tGlass block\tmaterials",
  );
  const grid = page.getByRole("grid", { name: "Codes" });
  await grid.focus();
  await page.keyboard.press("Control+v");
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByText(/1 new, 0 changed/)).toBeVisible();
  await stored(page, () => dialog.getByRole("button", { name: "Store 1" }).click());
  const row = page.getByRole("row", { name: /GB Glass block/ });
  await expect(row).toBeVisible();
  await page.getByLabel("Filter Codes").fill("glass");
  await expect(grid.getByRole("row")).toHaveCount(2);
  await row.getByText("Glass block").click();
  await page.keyboard.press("Control+c");
  await expect
    .poll(() => page.evaluate(() => navigator.clipboard.readText()))
    .toBe("Code\tMeaning\tGroup\nGB\tGlass block\tmaterials");
  await page.getByLabel("Filter Codes").fill("");
  await page.getByRole("columnheader", { name: /^Code/ }).click();
  await expect(page.getByRole("columnheader", { name: /^Code/ })).toHaveAttribute("aria-sort", "ascending");
  await expect(grid.getByRole("row").nth(1)).toHaveAccessibleName(/\bB Base unit/);
  await grid.focus();
  await takeBack(page);
  await expect(row).toHaveCount(0);
});

test("pasted layers: what matches nothing is asked about, wrong cells are corrected in place", async ({ page }) => {
  await page.goto("/standard/layers", { waitUntil: "networkidle" });
  await page.context().grantPermissions(["clipboard-read", "clipboard-write"]);
  const rows = [
    ["Layer", "What for", "Stroke", "Line type"],
    ["A-FENC", "Fences", "0,18", "Dashed"],
    ["A-SITE", "Ground", "thick", "Continuous"],
    ["A-TREE", "Trees", "0.25 mm", "perhaps"],
  ];
  await page.evaluate((text) => navigator.clipboard.writeText(text), rows.map((row) => row.join("\t")).join("\n"));
  await page.getByRole("grid", { name: "Layers" }).focus();
  await page.keyboard.press("Control+v");
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByText(/“What for” and “Stroke” match nothing in this list/)).toBeVisible();
  await expect(dialog.getByRole("button", { name: /^Store/ })).toBeDisabled();
  await dialog.getByRole("combobox", { name: "What for" }).click();
  await page.getByRole("option", { name: "Purpose" }).click();
  await dialog.getByRole("combobox", { name: "Stroke" }).click();
  await page.getByRole("option", { name: "Pen", exact: true }).click();
  await expect(dialog.getByText(/1 new, 0 changed, 0 as they are; 2 wrong/)).toBeVisible();
  const thick = dialog.getByLabel("Row 3, Stroke");
  await expect(thick).toHaveAttribute("aria-invalid", "true");
  await thick.fill("0,5 mm");
  await thick.press("Enter");
  await expect(dialog.getByText(/2 new, 0 changed, 0 as they are; 1 wrong/)).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await dialog.getByLabel("Leave out the wrong rows").check();
  await stored(page, () => dialog.getByRole("button", { name: "Store 2" }).click());
  await expect(page.getByText("2 new, 0 changed, 1 left out.")).toBeVisible();
  const filter = page.getByLabel("Filter Layers");
  await filter.fill("A-FENC");
  await expect(page.getByRole("row", { name: /A-FENC/ })).toContainText("0.18");
  await filter.fill("A-SITE");
  await expect(page.getByRole("row", { name: /A-SITE/ })).toContainText("0.5");
  await filter.fill("A-TREE");
  await expect(page.getByRole("row", { name: /A-TREE/ })).toHaveCount(0);
  await filter.fill("A-FENC");
  await page.getByRole("grid", { name: "Layers" }).focus();
  await takeBack(page);
  await expect(page.getByRole("row", { name: /A-FENC/ })).toHaveCount(0);
});

test("how a rule counts is set, judged by, and taken back; who draws may look only", async ({ page, browser }) => {
  await page.goto("/standard/checks", { waitUntil: "networkidle" });
  const rules = page.getByRole("table", { name: "Rules" });
  const empty = rules.getByRole("row", { name: /^A layer with nothing on it layer\/empty/ });
  await empty.getByRole("combobox").click();
  await stored(page, () => page.getByRole("option", { name: "not judged" }).click());
  await expect(empty.getByText("not judged")).toBeVisible();
  await expect(empty.getByText("(usually note)")).toBeVisible();
  const widthOff = page.getByLabel("A width may be off by, mm");
  await widthOff.fill("two");
  await expect(page.getByText("A figure from 0 mm to 1 mm.")).toBeVisible();
  await widthOff.press("Escape");
  await expect(widthOff).toHaveValue("0.01");
  await widthOff.fill("0.02");
  await stored(page, () => widthOff.press("Enter"));
  await expect(page.getByText("usually 0.01 mm")).toBeVisible();
  await page.goto("/standard/editions");
  await expect(page.getByText(/A layer with nothing on it \(layer\/empty\).*not judged/)).toBeVisible();
  await expect(page.getByText(/A width may be off by|a width may be off by/).first()).toContainText("0.02 mm");
  await page.goto("/standard/checks", { waitUntil: "networkidle" });
  await rules.getByRole("link", { name: "Line widths not in the pen schedule" }).click();
  await expect(page.getByRole("heading", { name: "Line widths not in the pen schedule" })).toBeVisible();
  await page.getByRole("link", { name: "Change it under Checks" }).click();
  await widthOff.fill("");
  await stored(page, () => widthOff.press("Enter"));
  await expect(widthOff).toHaveValue("0.01");
  await empty.getByRole("combobox").click();
  await stored(page, () => page.getByRole("option", { name: "as usual: note" }).click());
  await expect(empty.getByText("(usually note)")).toHaveCount(0);

  const drafter = await pageOf(browser, "drafter");
  await drafter.goto("/standard/checks");
  await expect(drafter.getByLabel("Name of the standard")).toBeDisabled();
  await drafter.context().close();
});

test("the log is filtered and goes out as CSV", async ({ page }) => {
  await page.goto("/standard/editions?view=log", { waitUntil: "networkidle" });
  const log = page.getByRole("table", { name: "Log" });
  await page.getByLabel("Entry").fill("A-DOOR-SWNG");
  await expect(log.getByRole("row", { name: /A-DOOR-SWNG/ }).first()).toBeVisible();
  await expect(log.getByRole("row").filter({ hasNotText: "A-DOOR-SWNG" })).toHaveCount(1);
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Download CSV" }).click(),
  ]);
  const [head, ...rows] = readFileSync(await download.path(), "utf8")
    .trim()
    .split("\r\n");
  expect(head).toBe("When,Who,What,Entry,Change,From,To");
  expect(rows.every((row) => row.includes("A-DOOR-SWNG"))).toBe(true);
  await page.getByLabel("Entry").fill("nothing is called so");
  await expect(page.getByText("Nothing matches.")).toBeVisible();
});

test("what was typed and not stored is still there when one comes back, and the header leads to it", async ({
  page,
}) => {
  const panel = await entry(page, "/standard/layers?entry=A-GLAZ", "layer");
  await panel.getByLabel("Purpose").fill("Panes");
  await page.getByRole("row", { name: /A-DOOR / }).click();
  await expect(panel.getByLabel("Purpose")).toHaveValue("Door leaves and frames");
  await page.getByRole("button", { name: "Add layer", exact: true }).click();
  await panel.getByLabel("Purpose").fill("Something new");
  await page.getByRole("link", { name: "Hatches" }).click();
  await expect(page.getByRole("form", { name: "hatch" })).toBeVisible();
  const link = page.getByRole("link", { name: "2 not stored" });
  await expect(link).toHaveAttribute("title", "layer A-GLAZ, a new layer");
  expect(await axeFindings(page, "colours")).toEqual([]);
  await link.click();
  await expect(panel.getByLabel("Purpose")).toHaveValue("Something new");
  await panel.getByRole("button", { name: "Cancel" }).click();
  await page.getByRole("link", { name: "1 not stored" }).click();
  await expect(panel.getByLabel("Purpose")).toHaveValue("Panes");
  // Typed back as it was, there is nothing to store.
  await panel.getByLabel("Purpose").fill("Windows and glazed screens");
  await expect(panel.getByRole("button", { name: "Store" })).toBeDisabled();
  await expect(page.getByRole("link", { name: /not stored/ })).toHaveCount(0);
});

/** The font with another family name of as many letters, in both of the encodings that names have (OpenType, `name`). */
function renamedFont(font: Buffer, from: string, to: string): Buffer {
  const wide = (text: string): Buffer => Buffer.from(text, "utf16le").swap16();
  const renamed = Buffer.from(font);
  for (const [was, is] of [
    [Buffer.from(from), Buffer.from(to)],
    [wide(from), wide(to)],
  ] as const)
    for (let at = renamed.indexOf(was); at >= 0; at = renamed.indexOf(was, at + 1)) is.copy(renamed, at);
  return renamed;
}

/** WCAG 2.2, 2.4.11: what has the focus is not hidden by what stays in sight. */
for (const [path, form, height] of [
  ["/standard/layers?entry=A-GRID", "layer", 800],
  ["/standard/text", "text style", 800],
  ["/standard/dimensions", "dimension style", 800],
  ["/standard/dimensions", "dimension style", 1300],
  ["/standard/hatches", "hatch", 1000],
] as const)
  test(`no field of a ${form} is covered when it has the focus, in a window ${height} pixels high`, async ({
    page,
  }) => {
    await page.setViewportSize({ width: 1280, height });
    await page.goto(path, { waitUntil: "networkidle" });
    const fields = page.getByRole("form", { name: form }).locator("input:visible:not([type=file]), textarea:visible");
    await fields.first().focus();
    const coveredNow = async (): Promise<string[]> => {
      const covered: string[] = [];
      for (let i = 0; i < (await fields.count()); i++) {
        const over = await fields.nth(i).evaluate((field: HTMLElement) => {
          field.focus();
          const { left, top, width, height: tall } = field.getBoundingClientRect();
          const found = document.elementFromPoint(left + width / 2, top + tall / 2);
          const own = field.closest(".MuiFormControl-root, label, .MuiCheckbox-root") ?? field;
          return own.contains(found)
            ? null
            : `${field.getAttribute("aria-label") ?? field.id}: ${found?.tagName ?? "outside"}`;
        });
        if (over !== null) covered.push(over);
      }
      return covered;
    };
    // The specimen beside the form comes a moment later, and may move it.
    await expect.poll(coveredNow).toEqual([]);
  });

test("a file that can't be made is said to be so in words, where one is; any other is saved", async ({ page }) => {
  await page.goto("/standard/library", { waitUntil: "networkidle" });
  const standard = (await (await page.request.get("/api/standard/export")).json()) as {
    textStyles: { id: string; fonts: string[] }[];
  };
  const set = async (fonts: (style: { fonts: string[] }) => string[], was: typeof fonts): Promise<void> => {
    const edits = standard.textStyles.map((style) => ({
      key: style.id,
      was: { ...style, fonts: was(style) },
      entry: { ...style, fonts: fonts(style) },
    }));
    const answer = await page.request.patch("/api/standard/draft", {
      data: { of: "list", list: "textStyles", edits },
      headers: { origin: new URL(page.url()).origin },
    });
    expect(answer.ok()).toBe(true);
  };
  const [nowhere, own] = [() => ["Nowhere Sans"], (style: { fonts: string[] }) => style.fonts];
  await set(nowhere, own);
  await page.getByRole("link", { name: "Scale bar as PDF" }).click();
  await expect(page.getByText(/Nowhere Sans, and none of these fonts is at hand/)).toBeVisible();
  await expect(page).toHaveURL(/\/standard\/library$/);
  await set(own, nowhere);
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Scale bar as PDF" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("scale-bar-1-50.pdf");
});
