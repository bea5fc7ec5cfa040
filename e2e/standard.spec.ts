import { readFileSync } from "node:fs";
import { ringPng } from "../core/test/support/png";
import { expect, pageOf, stored, test } from "./support";

const pngOf = (locator: { innerHTML(): Promise<string> }): Promise<string> => locator.innerHTML();

test("edits a layer in the register, sees its specimen change as one types, stores it, and takes it back", async ({
  page,
}) => {
  await page.goto("/standard/layers?entry=A-GLAZ");
  const panel = page.getByRole("form", { name: "layer" });
  const specimen = panel.getByRole("img", { name: "A-GLAZ as it plots" });
  const before = await pngOf(specimen);
  expect(before).toContain('stroke-width="0.25"');
  await panel.getByLabel("Pen", { exact: true }).click();
  await page.getByRole("option", { name: "0.7", exact: true }).click();
  await expect.poll(() => pngOf(specimen)).toContain('stroke-width="0.7"');
  await stored(page, () => panel.getByRole("button", { name: "Store" }).click());
  await expect(page.getByRole("row", { name: /A-GLAZ/ }).getByText("0.7", { exact: true })).toBeVisible();
  await stored(page, () => page.getByRole("button", { name: "Undo" }).click());
  await expect(page.getByRole("row", { name: /A-GLAZ/ }).getByText("0.25", { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole("row", { name: /A-GLAZ/ }).getByText("0.25", { exact: true })).toBeVisible();
});

test("edits in place by keyboard", async ({ page }) => {
  await page.goto("/standard/layers", { waitUntil: "networkidle" });
  const row = page.getByRole("row", { name: /A-GLAZ Windows/ });
  await row.getByText("Windows and glazed screens").dblclick();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("All glass");
  await stored(page, () => page.keyboard.press("Enter"));
  await expect(page.getByRole("row", { name: /A-GLAZ All glass/ })).toBeVisible();
  await stored(page, () => page.getByRole("button", { name: "Undo" }).click());
  await expect(page.getByRole("row", { name: /A-GLAZ Windows and glazed screens/ })).toBeVisible();
});

test("what was changed in one chapter is taken back from another; the header counts along", async ({ page }) => {
  await page.goto("/standard/layers?entry=A-GLAZ", { waitUntil: "networkidle" });
  const [undo, redo] = ["Undo", "Redo"].map((name) => page.getByRole("button", { name, exact: true }));
  const count = async (): Promise<number> =>
    Number(/\d+/.exec(await page.getByRole("link", { name: /^Draft: / }).innerText())?.[0]);
  const before = await count();
  const panel = page.getByRole("form", { name: "layer" });
  await panel.getByLabel("Reasons and notes").fill("Seen on site");
  await stored(page, () => panel.getByRole("button", { name: "Store" }).click());
  await expect.poll(count).toBe(before + 1);
  await page.getByRole("link", { name: "Hatches" }).click();
  await expect(page.getByRole("form", { name: "hatch" })).toBeVisible();
  await expect(undo!).toHaveAttribute("title", "Take back: layer A-GLAZ");
  await stored(page, () => undo!.click());
  await expect(page.getByText("Taken back: layer A-GLAZ.")).toBeVisible();
  await expect.poll(count).toBe(before);
  await expect(undo!).toBeDisabled();
  await page.getByRole("link", { name: "Checks" }).click();
  await expect(page.getByRole("table", { name: "Rules" })).toBeVisible();
  await expect(redo!).toBeEnabled();
  await page.getByRole("link", { name: "Layers", exact: true }).click();
  await expect(page.getByRole("row", { name: /A-GLAZ/ }).first()).toBeVisible();
  await page.goto("/standard/layers?entry=A-GLAZ");
  await expect(panel.getByLabel("Reasons and notes")).toHaveValue("");
});

test("sets one property of several at once", async ({ page }) => {
  await page.goto("/standard/layers");
  for (const name of ["A-FURN", "A-COLS"]) {
    await page
      .getByRole("row", { name: new RegExp(`${name} `) })
      .getByRole("checkbox")
      .check();
  }
  await page.getByLabel("Property").locator("..").click();
  await page.getByRole("option", { name: "Reasons and notes" }).click();
  const many = page.getByRole("group", { name: "Chosen entries" });
  await many.getByLabel("Reasons and notes").fill("Set together");
  await stored(page, () => many.getByRole("button", { name: "Set for all" }).click());
  await expect(many).toHaveCount(0);
  await page
    .getByRole("row", { name: /A-COLS/ })
    .getByText("Columns")
    .click();
  await expect(page.getByRole("form", { name: "layer" }).getByLabel("Reasons and notes")).toHaveValue("Set together");
  await stored(page, () => page.getByRole("button", { name: "Undo" }).click());
  await expect(page.getByRole("form", { name: "layer" }).getByLabel("Reasons and notes")).toHaveValue("");
});

test("builds a name by the scheme, adds it, and removes it again; the new layer is undecided everywhere", async ({
  page,
}) => {
  await page.goto("/standard/layers");
  await page.getByRole("button", { name: "Build a name", exact: true }).click();
  await page.getByLabel("major group", { exact: true }).fill("SPCL");
  await page.keyboard.press("Escape");
  await stored(page, () => page.getByRole("button", { name: "Add to the register" }).click());
  await expect(page.getByRole("row", { name: /A-SPCL/ })).toBeVisible();
  await page.goto("/standard/drawing-kinds?view=chart");
  await expect(page.getByRole("gridcell", { name: "A-SPCL, Floor plan: undecided" })).toBeVisible();
  await page.goto("/today");
  await expect(page.getByText(/Undecided in the showing chart: .*A-SPCL in 7 kinds/)).toBeVisible();
  await page.goto("/standard/layers?entry=A-SPCL");
  await stored(page, () => page.getByRole("form", { name: "layer" }).getByRole("button", { name: "Remove" }).click());
  await expect(page.getByRole("row", { name: /A-SPCL/ })).toHaveCount(0);
});

test("tests pasted names, thousands of them, and gives the table out", async ({ page }) => {
  await page.goto("/standard/layers");
  await page.getByRole("button", { name: "Test names", exact: true }).click();
  const names = ["A-WALL", "A-WAL", ...Array.from({ length: 5000 }, (_, i) => `A-WALL-${String(i).padStart(4, "0")}`)];
  // Pasted as people do; filling a field with thousands of lines takes the browser a minute.
  await page.context().grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.evaluate((text) => navigator.clipboard.writeText(text), names.join("\n"));
  await page.getByLabel("Names, one a line").focus();
  await page.keyboard.press("Control+A");
  await page.keyboard.press("Control+V");
  await expect(page.getByText("1 in the register, 5,000 following the scheme, 1 failing")).toBeVisible();
  await expect(page.getByText("Probably meant: A-WALL")).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Download table" }).click(),
  ]);
  expect(
    readFileSync(await download.path(), "utf8")
      .trimEnd()
      .split("\r\n").length,
  ).toBe(5003);
  // Of more than a browser lays out at once the field shows the beginning; all are tested.
  await page.evaluate(
    (text) => navigator.clipboard.writeText(text),
    Array.from({ length: 30_000 }, (_, i) => `A-WALL-${String(i).padStart(5, "0")}`).join("\n"),
  );
  await page.getByLabel("Names, one a line").focus();
  await page.keyboard.press("Control+A");
  await page.keyboard.press("Control+V");
  await expect(page.getByText("0 in the register, 0 following the scheme, 30,000 failing")).toBeVisible();
  await expect(page.getByText("The beginning is shown; all names are tested.")).toBeVisible();
  await page.getByRole("button", { name: "Clear", exact: true }).click();
  await page.getByLabel("Names, one a line").fill("A-WALL");
  await expect(page.getByText("1 in the register, 0 following the scheme, 0 failing")).toBeVisible();
});

test("a scheme that can be read in two ways is told at once, with both readings; one that nothing follows is not stored", async ({
  page,
}) => {
  await page.goto("/standard/layers");
  await page.getByRole("button", { name: "Scheme", exact: true }).click();
  await page.getByRole("button", { name: "major group", exact: true }).click();
  await page.getByLabel("Codes: one a line, then its meaning").fill("");
  await page.getByLabel("Shortest").fill("1");
  await page.getByLabel("No separator before").check();
  await expect(page.getByRole("alert").filter({ hasText: "can be read in two ways" })).toBeVisible();
  await page.getByLabel("Codes: one a line, then its meaning").fill("!? nothing");
  await expect(page.getByRole("alert").filter({ hasText: "No name can follow this scheme" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Store scheme" })).toBeDisabled();
});

test("a hatch of zero spacing is refused in words, and nothing is lost", async ({ page }) => {
  await page.goto("/standard/hatches?view=hatches&entry=earth");
  const panel = page.getByRole("form", { name: "hatch" });
  await panel.getByLabel("Spacing, mm").first().fill("0");
  await panel.getByRole("button", { name: "Store" }).click();
  await expect(page.getByText(/have no distance from each other and would fill the page/)).toBeVisible();
  await expect(panel.getByLabel("Spacing, mm").first()).toHaveValue("0");
  await panel.getByRole("button", { name: "As it was" }).click();
  await expect(panel.getByLabel("Spacing, mm").first()).toHaveValue("1.6");
});

test("a font that is none is refused; a table from a spreadsheet is tried row by row, then stored whole", async ({
  page,
}) => {
  await page.goto("/standard/text?view=fonts");
  await page
    .getByTestId("font-file")
    .setInputFiles({ name: "x.ttf", mimeType: "font/ttf", buffer: Buffer.from("no font") });
  await expect(page.getByText("This is not a TrueType or OpenType font.", { exact: false })).toBeVisible();

  await page.goto("/standard/codes");
  await page.getByRole("button", { name: "Paste or import" }).click();
  const dialog = page.getByRole("dialog");
  await dialog
    .getByLabel("Cells")
    .fill("Code\tMeaning\tGroup\nCB\tConcrete block\tmaterials\nGL\tGlass block\tmaterials\nXX\tNothing\twalls");
  await dialog.getByRole("button", { name: "See what would happen" }).click();
  await expect(
    dialog.getByText("1 new, 0 changed, 1 as they are; 1 wrong: correct the cells, or leave these rows out"),
  ).toBeVisible();
  await expect(dialog.getByRole("row", { name: /XX Nothing walls wrong/ })).toBeVisible();
  await expect(dialog.getByRole("button", { name: /^Store/ })).toBeDisabled();
  await dialog.getByRole("button", { name: "Back" }).click();
  await dialog.getByLabel("Cells").fill("Code\tMeaning\tGroup\nGL\tGlass block\tmaterials");
  await dialog.getByRole("button", { name: "See what would happen" }).click();
  await stored(page, () => dialog.getByRole("button", { name: "Store 1" }).click());
  await expect(page.getByRole("row", { name: /GL Glass block/ })).toBeVisible();
  await page
    .getByRole("row", { name: /GL Glass block/ })
    .getByText("Glass block")
    .click();
  await stored(page, () => page.getByRole("form", { name: "code" }).getByRole("button", { name: "Remove" }).click());
  await expect(page.getByRole("row", { name: /GL Glass block/ })).toHaveCount(0);
});

test("an order of legends is taken back like any other change", async ({ page }) => {
  await page.goto("/standard/codes?view=order", { waitUntil: "networkidle" });
  const order = (): Promise<(string | null)[]> =>
    page
      .getByRole("button", { name: /^Move .* down$/ })
      .evaluateAll((buttons) => buttons.map((button) => button.getAttribute("aria-label")));
  const before = await order();
  await stored(page, () => page.getByRole("button", { name: before[0]! }).click());
  await expect.poll(order).toEqual([before[1], before[0], ...before.slice(2)]);
  await stored(page, () => page.keyboard.press("Control+z"));
  await expect.poll(order).toEqual(before);
});

test("a stamp is uploaded into a frame; what is no picture is refused", async ({ page }) => {
  await page.goto("/standard/sheets?view=frames&entry=A3", { waitUntil: "networkidle" });
  const panel = page.getByRole("form", { name: "frame" });
  await panel.getByRole("button", { name: "Add fixed item" }).click();
  await panel.getByLabel("Item", { exact: true }).fill("stamp");
  const file = panel.getByTestId("picture-file");
  await file.setInputFiles({ name: "x.png", mimeType: "image/png", buffer: Buffer.from("no picture") });
  await expect(panel.getByText("This is not a PNG or JPEG picture.", { exact: false })).toBeVisible();
  await file.setInputFiles({ name: "stamp.png", mimeType: "image/png", buffer: Buffer.from(ringPng(60, 40)) });
  await expect(panel.getByText("60 × 40 dots. Store to keep it.")).toBeVisible();
  await stored(page, () => panel.getByRole("button", { name: "Store" }).click());
  await stored(page, () => page.getByRole("button", { name: "Undo" }).click());
  await expect(panel.getByLabel("Item", { exact: true })).toHaveCount(0);
});

test("the showing chart by keyboard and by dragging over cells", async ({ page }) => {
  await page.goto("/standard/drawing-kinds?view=chart", { waitUntil: "networkidle" });
  const cell = (layer: string, kind: string) => page.getByRole("gridcell", { name: new RegExp(`^${layer}, ${kind}:`) });
  await page.getByLabel("Filter layers").fill("A-AREA");
  await cell("A-AREA", "Detail").click();
  await stored(page, () => page.keyboard.press("f"));
  await expect(page.getByRole("gridcell", { name: "A-AREA, Detail: faint" })).toBeVisible();
  await stored(page, () => page.keyboard.press("u"));
  await expect(page.getByRole("gridcell", { name: "A-AREA, Detail: undecided" })).toBeVisible();
  await cell("A-AREA", "Section").hover();
  await page.mouse.down();
  await cell("A-AREA", "Detail").hover();
  await page.mouse.up();
  await stored(page, () => page.keyboard.press("d"));
  for (const kind of ["Section", "Elevation", "Detail"])
    await expect(page.getByRole("gridcell", { name: `A-AREA, ${kind}: drawn` })).toBeVisible();
  for (let i = 0; i < 3; i++) await stored(page, () => page.getByRole("button", { name: "Undo" }).click());
  await expect(page.getByRole("gridcell", { name: "A-AREA, Detail: left out" })).toBeVisible();
});

test("the demo plan is seen as each drawing kind", async ({ page }) => {
  await page.goto("/standard/drawing-kinds?view=preview");
  await expect(page.getByTestId("sheet")).toHaveAttribute("data-painted", "yes");
  await page.getByRole("button", { name: "Ceiling plan" }).click();
  await expect(page.getByRole("img", { name: "The drawing as ceiling-plan" })).toBeVisible();
});

test("two coordinators change one layer: what clashes is shown to the second, who chooses", async ({
  page,
  browser,
}) => {
  await page.goto("/standard/layers?entry=A-DOOR");
  const other = await pageOf(browser, "coordinator");
  await other.goto("/standard/layers?entry=A-DOOR");
  const note = (where: typeof page) => where.getByRole("form", { name: "layer" }).getByLabel("Reasons and notes");
  await note(page).fill("Mine");
  await stored(page, () => page.getByRole("form", { name: "layer" }).getByRole("button", { name: "Store" }).click());
  await note(other).fill("Theirs");
  await other.getByRole("form", { name: "layer" }).getByRole("button", { name: "Store" }).click();
  const dialog = other.getByRole("dialog", { name: "Somebody else changed this too" });
  await expect(dialog.getByRole("row", { name: "Reasons and notes Mine Theirs" })).toBeVisible();
  await stored(other, () => dialog.getByRole("button", { name: "Keep mine" }).click());
  await expect(other.getByRole("dialog")).toHaveCount(0);
  await other.reload();
  await expect(note(other)).toHaveValue("Theirs");
  await note(other).fill("");
  await stored(other, () => other.getByRole("form", { name: "layer" }).getByRole("button", { name: "Store" }).click());
  await other.context().close();
});

test("an import with errors lists them all and stores nothing; an export comes back sound", async ({ page }) => {
  await page.goto("/standard/layers");
  await page.getByRole("button", { name: "In and out" }).click();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("menuitem", { name: "Download JSON" }).click(),
  ]);
  const json = readFileSync(await download.path(), "utf8");
  const broken = JSON.parse(json) as { pens: { widthMm: unknown }[] };
  broken.pens[0]!.widthMm = "thin";
  broken.pens[3]!.widthMm = -1;
  const take = (name: string, text: string) =>
    page.getByTestId("standard-file").setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(text) });
  await take("broken.json", JSON.stringify(broken));
  await expect(page.getByText("pens[0].widthMm").first()).toBeVisible();
  await expect(page.getByText("pens[3].widthMm").first()).toBeVisible();
  await expect(page.getByText(/nothing was stored/)).toBeVisible();
  await page.getByRole("button", { name: "Close" }).click();
  await take("good.json", json);
  await expect(page.getByText(/It is sound. It says what the draft says/)).toBeVisible();
});

test("what the draft would do is judged on the demo's plan sets, then it is published, and drawings are judged by it", async ({
  page,
}) => {
  await page.goto("/standard/editions");
  await expect(page.getByText("A-DOOR-SWNG: pen 0.18 → 0.13")).toBeVisible();
  await page.getByRole("button", { name: "Judge the plan sets by the draft" }).click();
  const sets = page.getByRole("table", { name: "Effect on plan sets" });
  await expect(sets.getByRole("row", { name: /Saltmarsh Ferry Landing 10 1/ })).toBeVisible();
  await sets.getByRole("button", { name: "Orchard Lane Veterinary Clinic" }).click();
  await expect(sets.getByText(/The layer “A-SIGN” follows the scheme but is not in the register/)).toBeVisible();
  await expect(
    page.getByRole("table", { name: "Effect of each change" }).getByRole("row", { name: /A-SIGN: layer added 1 1/ }),
  ).toBeVisible();

  await page.getByRole("button", { name: "Publish edition 5" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByText(/^Undecided in the showing chart: A-SIGN in \d+ kinds/)).toBeVisible();
  await expect(dialog.getByText(/^Not tried/)).toHaveCount(0);
  await expect(dialog.getByRole("button", { name: "Publish and seal" })).toBeDisabled();
  await dialog.getByLabel("What is new, for those who draw").fill("Swings go finer; signs have a layer.");
  await dialog.getByRole("button", { name: "Publish and seal" }).click();
  await expect(page.getByText("Swings go finer; signs have a layer.")).toBeVisible();
  await expect(page.getByText("edition 5 in force", { exact: false })).toBeVisible();

  // What was judged by edition 4 says so, and all of it is judged again by one action.
  await expect(page.getByText(/\d+ drawings were judged by an edition that is no longer in force/)).toBeVisible();
  await stored(page, () => page.getByRole("button", { name: "Judge them again" }).click());
  await expect(page.getByText(/\d+ drawings will be judged again/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Judge them again" })).toHaveCount(0);

  await page.getByRole("button", { name: "Compare", exact: true }).click();
  await expect(page.getByRole("status").filter({ hasText: "differences" })).toBeVisible();
  await page.getByLabel("To", { exact: true }).click();
  await page.getByRole("option", { name: "Edition 4" }).click();
  await expect(page.getByRole("status").filter({ hasText: "No difference" })).toBeVisible();
  await page.getByRole("button", { name: "Log" }).click();
  await expect(page.getByRole("table", { name: "Log" }).getByText("edition 5")).toBeVisible();
});

test("the library and the starter come out as files", async ({ page }) => {
  await page.goto("/standard/library");
  for (const [name, ending] of [
    ["Scale bar as PDF", ".pdf"],
    ["Layer key as SVG", ".svg"],
  ] as const) {
    const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name }).click()]);
    expect(download.suggestedFilename()).toContain(ending);
  }
  const [starter] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "PDF", exact: true }).first().click(),
  ]);
  expect(
    readFileSync(await starter.path())
      .subarray(0, 5)
      .toString(),
  ).toBe("%PDF-");
});

test("the draft is rolled back to an edition after a question that says what goes, and the log keeps it", async ({
  page,
}) => {
  await page.goto("/standard/layers?entry=A-GLAZ", { waitUntil: "networkidle" });
  const panel = page.getByRole("form", { name: "layer" });
  await panel.getByLabel("Purpose").fill("Panes");
  await stored(page, () => panel.getByRole("button", { name: "Store" }).click());
  await page.goto("/standard/editions?view=editions", { waitUntil: "networkidle" });
  await page.getByRole("button", { name: "Roll draft back" }).first().click();
  const question = page.getByRole("dialog", { name: /^Roll the draft back to edition \d+\?$/ });
  await expect(question.getByText(/goes: 1 change\./)).toBeVisible();
  await question.getByRole("button", { name: "Cancel" }).click();
  await expect(question).toHaveCount(0);
  await page.getByRole("button", { name: "Roll draft back" }).first().click();
  await stored(page, () => question.getByRole("button", { name: "Roll back" }).click());
  // Nothing is left that the draft changes.
  await expect(page.getByRole("link", { name: "Editions", exact: true })).toBeVisible();
  await page.goto("/standard/editions?view=log", { waitUntil: "networkidle" });
  await expect(
    page
      .getByRole("table", { name: "Log" })
      .getByRole("row", { name: /layer A-GLAZ .*purpose Panes →/ })
      .first(),
  ).toBeVisible();
});
