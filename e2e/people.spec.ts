import { spawnSync } from "node:child_process";
import { on, onePage } from "../core/test/support/raw-pdf";
import { DEMO_PEOPLE } from "../demo/src/people";
import { axeFindings, expect, pageOf, stored, test } from "./support";

test("nobody sees anything without signing in; the demo's sign-in page says who there is", async ({ nobody }) => {
  for (const path of ["/today", "/standard/layers", "/plan-sets", "/inspection", "/requests", "/people", "/account"]) {
    await nobody.goto(path);
    await expect(nobody).toHaveURL(/\/sign-in$/);
  }
  for (const { name } of DEMO_PEOPLE)
    await expect(nobody.getByRole("button", { name: new RegExp(name) })).toBeVisible();
  expect(await axeFindings(nobody)).toEqual([]);
  await nobody.getByLabel("E-mail").fill("ida.fenn@tarnwick.example");
  await nobody.getByLabel("Password").fill("not the password");
  await nobody.getByRole("button", { name: "Sign in" }).click();
  await expect(nobody.getByText(/e-mail address or the password is wrong/)).toBeVisible();
});

test("signs in as a drafter, who looks and asks but does not change the standard, and out again", async ({
  nobody,
}) => {
  await nobody.goto("/sign-in");
  await nobody.getByRole("button", { name: /Orrin Marrow/ }).click();
  await expect(nobody).toHaveURL(/\/today$/);
  await nobody.goto("/standard/layers?entry=A-WALL");
  await expect(nobody.getByRole("button", { name: "Ask for a change" })).toBeVisible();
  await expect(nobody.getByRole("button", { name: "Add layer" })).toHaveCount(0);
  await nobody.getByRole("button", { name: "Ask for a change" }).click();
  const dialog = nobody.getByRole("dialog");
  await dialog.getByLabel("Why").fill("The wall is too bold at 1:200.");
  await dialog.getByLabel("Purpose").fill("Walls in plan");
  await dialog.getByRole("button", { name: "Ask", exact: true }).click();
  await expect(nobody.getByText("Your request is with the coordinator.")).toBeVisible();
  await nobody.goto("/people");
  await expect(nobody.getByText("This is for others")).toBeVisible();
  await nobody.goto("/account");
  await nobody.getByRole("button", { name: "Sign out", exact: true }).click();
  await expect(nobody).toHaveURL(/\/sign-in$/);
  await nobody.goto("/today");
  await expect(nobody).toHaveURL(/\/sign-in$/);
});

test("a request is asked from a finding, accepted into the draft, and the asker is told", async ({ page, browser }) => {
  const drafter = await pageOf(browser, "drafter");
  await drafter.goto("/today");
  await drafter.getByRole("link", { name: /orchard-ground-48-drafter/ }).click();
  await drafter.getByText(/The layer “A-SIGN” follows the scheme/).click();
  await drafter.getByRole("button", { name: "Ask for this layer" }).click();
  const dialog = drafter.getByRole("dialog");
  await dialog.getByLabel("Layer").fill("A-SPCL");
  await dialog.getByLabel("Why").fill("Signs need a layer.");
  await dialog.getByRole("button", { name: "Ask", exact: true }).click();
  await expect(drafter.getByText("Your request is with the coordinator.")).toBeVisible();

  await page.goto("/requests");
  await page.getByRole("button", { name: /New layer A-SPCL/ }).click();
  await expect(page.getByText("Signs need a layer.")).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.getByLabel("Answer to the asker").fill("Yes, from edition 6.");
  await page.getByRole("button", { name: "Accept", exact: true }).click();
  await expect(page.getByText("It is in the draft now; the asker is told.")).toBeVisible();
  await page.goto("/standard/layers?entry=A-SPCL");
  await expect(page.getByRole("row", { name: /A-SPCL/ })).toBeVisible();
  await stored(page, () => page.getByRole("form", { name: "layer" }).getByRole("button", { name: "Remove" }).click());
  await expect(page.getByRole("row", { name: /A-SPCL/ })).toHaveCount(0);

  await drafter.goto("/today");
  await drafter.getByRole("link", { name: /Your request for A-SPCL was accepted by Ida Fenn/ }).click();
  await expect(drafter.getByText("Yes, from edition 6.")).toBeVisible();
  await stored(drafter, () => drafter.getByRole("button", { name: "I have seen this" }).click());
  await expect(drafter.getByRole("button", { name: "I have seen this" })).toHaveCount(0);
  await drafter.context().close();
});

test("the reader sees the plan sets that are shared with them, and nothing else", async ({ browser }) => {
  const reader = await pageOf(browser, "reader");
  await reader.goto("/plan-sets");
  await expect(reader.getByRole("link", { name: /Orchard Lane/ })).toBeVisible();
  await expect(reader.getByRole("link", { name: /Saltmarsh/ })).toHaveCount(0);
  await expect(reader.getByRole("navigation", { name: "Places" }).getByText("Standard")).toHaveCount(0);
  await reader.goto("/standard/layers");
  await expect(reader.getByText("This is for others")).toBeVisible();
  await reader.goto("/inspection");
  await expect(reader.getByText("Orchard Lane Veterinary Clinic, first look")).toBeVisible();
  await expect(reader.getByText("Saltmarsh Ferry Landing, first look")).toHaveCount(0);
  await reader.context().close();
});

test("somebody from outside hands in a drawing to what is shared with them, and is offered nothing that is refused", async ({
  browser,
}) => {
  const reader = await pageOf(browser, "reader");
  await reader.goto("/plan-sets", { waitUntil: "networkidle" });
  await expect(reader.getByRole("heading", { name: "New plan set" })).toHaveCount(0);
  await reader.getByRole("link", { name: /Orchard Lane/ }).click();
  await expect(reader.getByRole("table")).toBeVisible();
  await expect(reader.getByRole("button", { name: /Add sheet|Store/ })).toHaveCount(0);
  await reader.goto("/inspection", { waitUntil: "networkidle" });
  await expect(reader.getByLabel("Drawings of")).toHaveText("Orchard Lane Veterinary Clinic");
  const bytes = onePage({ layers: ["walls"], content: on(0, "0.3 w 50 50 m 350 50 l S") });
  await reader
    .getByTestId("files")
    .setInputFiles({ name: "columns.pdf", mimeType: "application/pdf", buffer: Buffer.from(bytes) });
  const findings = reader.getByRole("complementary", { name: "Findings" });
  await expect(findings.getByText(/The layer name “walls” does not follow the scheme/)).toBeVisible();
  await expect(findings.getByRole("button", { name: /Mend|Put on a sheet/ })).toHaveCount(0);
  expect(await axeFindings(reader)).toEqual([]);
  await reader.context().close();
});

test("somebody comes in by an invitation's link, once", async ({ page, nobody }) => {
  await page.goto("/people");
  expect(await axeFindings(page)).toEqual([]);
  await page.getByLabel("E-mail").fill("new.person@tarnwick.example");
  await page.getByRole("button", { name: "Make a link" }).click();
  const link = (await page.getByText(/\/invitation#hsi_/).textContent())!;
  await nobody.goto(link);
  await expect(nobody.getByText("Come in to Tarnwick Plan Room")).toBeVisible();
  await nobody.getByLabel("Your name").fill("New Person");
  await nobody.getByLabel("Choose a password").fill("a password of some length");
  await nobody.getByRole("button", { name: "Come in" }).click();
  await expect(nobody).toHaveURL(/\/today$/);
  await page.reload();
  await page.getByRole("button", { name: "Take New Person out" }).click();
  await stored(page, () => page.getByRole("dialog").getByRole("button", { name: "Take out" }).click());
  await expect(page.getByRole("button", { name: "Take New Person out" })).toHaveCount(0);
  await nobody.goto("/today");
  await expect(nobody.getByText("This is for others")).toBeVisible();
  await nobody.goto(link);
  await expect(nobody.getByText(/is no longer valid/)).toBeVisible();
});

test("a token is shown once, and the command line judges by the edition in force with it", async ({
  page,
  baseURL,
}) => {
  await page.goto("/account");
  await page.getByLabel("What it is for").fill("laptop");
  await page.getByRole("button", { name: "Make a token" }).click();
  const token = (await page.getByText(/^hst_/).textContent())!;
  const { status, stdout } = spawnSync(
    process.execPath,
    ["cli/bin/hemstitch.mjs", "inspect", "core/test/fixtures/cairo.pdf", "--standard", baseURL!, "--fail-on", "stop"],
    { encoding: "utf8", env: { ...process.env, HEMSTITCH_TOKEN: token } },
  );
  expect(stdout).toMatch(/by Tarnwick Plan Room, edition \d/);
  expect(status).toBe(0);
  await page.reload();
  await expect(page.getByText(/^hst_/)).toHaveCount(0);
  await stored(page, () => page.getByRole("button", { name: "Remove" }).click());
  await expect(page.getByText("never used", { exact: false })).toHaveCount(0);
});

test("every page says which scripts may run, and none of them is written into it", async ({ browser }) => {
  const errors: string[] = [];
  const page = await pageOf(browser, "coordinator", errors);
  const response = await page.goto("/today");
  const policy = response!.headers()["content-security-policy"]!;
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic'/);
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  expect(response!.headers()["x-frame-options"]).toBe("DENY");
  await page.evaluate(() => {
    const script = document.createElement("div");
    script.innerHTML = `<img src=x onerror="document.title='run'">`;
    document.body.append(script);
  });
  await expect.poll(() => errors.join()).toMatch(/inline event handler violates/);
  expect(await page.title()).not.toBe("run");
  await page.context().close();
});

test("a request for a change is amended on top of what others changed since; another is declined with a reason", async ({
  page,
  browser,
}) => {
  const drafter = await pageOf(browser, "drafter");
  for (const [name, pen] of [
    ["A-FURN", "0.25"],
    ["A-COLS", "0.5"],
  ] as const) {
    await drafter.goto(`/standard/layers?entry=${name}`, { waitUntil: "networkidle" });
    await drafter.getByRole("button", { name: "Ask for a change" }).click();
    const dialog = drafter.getByRole("dialog", { name: `Ask for a change of ${name}` });
    await expect(dialog.getByLabel("Layer", { exact: true })).toBeDisabled();
    await dialog.getByLabel("Pen", { exact: true }).click();
    await drafter.getByRole("option", { name: pen, exact: true }).click();
    await dialog.getByLabel("Why").fill(`${name} prints wrongly.`);
    await dialog.getByRole("button", { name: "Ask", exact: true }).click();
    await expect(drafter.getByText("Your request is with the coordinator.")).toBeVisible();
  }

  await page.goto("/standard/layers?entry=A-FURN", { waitUntil: "networkidle" });
  const panel = page.getByRole("form", { name: "layer" });
  await panel.getByLabel("Reasons and notes").fill("Changed meanwhile.");
  await stored(page, () => panel.getByRole("button", { name: "Store" }).click());
  await page.goto("/requests", { waitUntil: "networkidle" });
  await page.getByRole("button", { name: /^Layer A-FURN/ }).click();
  const wish = page.getByRole("table").filter({ hasText: "Wanted" });
  await expect(wish.getByRole("row")).toHaveText([/Now\s*Wanted/, /Pen\s*0\.18\s*0\.25/]);
  await expect(page.getByRole("img", { name: "A-FURN as it plots" })).toBeVisible();
  await page.getByRole("button", { name: "Amend" }).click();
  await expect(page.getByLabel("Reasons and notes")).toHaveValue("Changed meanwhile.");
  await page.getByLabel("Pen", { exact: true }).click();
  await page.getByRole("option", { name: "0.35", exact: true }).click();
  // The page that is asked for anew comes late: what is begun meanwhile on another request stays as it is.
  await page.evaluate(() => document.body.setAttribute("data-same-page", ""));
  let comesLate = (): void => undefined;
  const late = new Promise<void>((done) => (comesLate = done));
  await page.route(/\/requests/, async (route) => {
    if (route.request().headers()["rsc"]) await late;
    await route.fallback();
  });
  await page.getByRole("button", { name: "Accept as amended" }).click();
  await expect(page.getByText("It is in the draft now; the asker is told.")).toBeVisible();
  await page.getByRole("button", { name: /^Layer A-COLS/ }).click();
  await expect(page.getByRole("button", { name: "Decline" })).toBeDisabled();
  await page.getByLabel("Answer to the asker").fill("Columns stay bold.");
  comesLate();
  await expect(page.getByRole("button", { name: /^Layer A-FURN.*amended/ })).toBeVisible();
  await expect(page).toHaveURL(/request=/);
  await expect(page.locator("body[data-same-page]")).toBeVisible();
  await expect(page.getByLabel("Answer to the asker")).toHaveValue("Columns stay bold.");
  await page.unroute(/\/requests/);
  await page.reload({ waitUntil: "networkidle" });
  await expect(page.getByLabel("Answer to the asker")).toHaveValue("Columns stay bold.");
  await page.getByRole("button", { name: "Decline" }).click();
  await expect(page.getByText("Declined; the asker is told.")).toBeVisible();

  await page.goto("/standard/layers?entry=A-FURN", { waitUntil: "networkidle" });
  await expect(page.getByRole("row", { name: /A-FURN/ }).getByText("0.35", { exact: true })).toBeVisible();
  // As it was for the tests that follow.
  await panel.getByLabel("Pen", { exact: true }).click();
  await page.getByRole("option", { name: "0.18", exact: true }).click();
  await panel.getByLabel("Reasons and notes").fill("");
  await stored(page, () => panel.getByRole("button", { name: "Store" }).click());
  await drafter.goto("/requests");
  await drafter.getByRole("button", { name: /^Layer A-COLS.*declined/ }).click();
  await expect(drafter.getByText("Columns stay bold.")).toBeVisible();
  await drafter.context().close();
});

test("a password is changed, which ends other sessions; signing out everywhere ends them all", async ({
  page,
  browser,
  nobody,
}) => {
  await page.goto("/people");
  await page.getByLabel("E-mail").fill("another@tarnwick.example");
  await page.getByRole("button", { name: "Make a link" }).click();
  await nobody.goto((await page.getByText(/\/invitation#hsi_/).textContent())!);
  await nobody.getByLabel("Your name").fill("Another Person");
  await nobody.getByLabel("Choose a password").fill("a password of some length");
  await nobody.getByRole("button", { name: "Come in" }).click();
  await expect(nobody).toHaveURL(/\/today$/);

  const elsewhere = await browser.newPage();
  const signIn = async (password: string): Promise<void> => {
    await elsewhere.goto(new URL("/sign-in", nobody.url()).href, { waitUntil: "networkidle" });
    await elsewhere.getByLabel("E-mail").fill("another@tarnwick.example");
    await elsewhere.getByLabel("Password").fill(password);
    await elsewhere.getByRole("button", { name: "Sign in", exact: true }).click();
  };
  await signIn("a password of some length");
  await expect(elsewhere).toHaveURL(/\/today$/);
  await nobody.goto("/account", { waitUntil: "networkidle" });
  await nobody.getByLabel("Present password").fill("not this one at all");
  await nobody.getByLabel("New password").fill("another password, longer");
  await nobody.getByRole("button", { name: "Change password" }).click();
  await expect(nobody.getByText(/the present one is not right/)).toBeVisible();
  await nobody.getByLabel("Present password").fill("a password of some length");
  await nobody.getByRole("button", { name: "Change password" }).click();
  await expect(nobody.getByText("Your password is changed. Other sessions and all tokens have ended.")).toBeVisible();
  await elsewhere.reload();
  await expect(elsewhere).toHaveURL(/\/sign-in/);
  await signIn("a password of some length");
  await expect(elsewhere.getByText(/e-mail address or the password is wrong/)).toBeVisible();
  await signIn("another password, longer");
  await expect(elsewhere).toHaveURL(/\/today$/);
  await nobody.goto("/account", { waitUntil: "networkidle" });
  await nobody.getByRole("button", { name: "Sign out everywhere" }).click();
  await expect(nobody).toHaveURL(/\/sign-in/);
  await elsewhere.reload();
  await expect(elsewhere).toHaveURL(/\/sign-in/);
  await elsewhere.close();
  await page.reload();
  await page.getByRole("button", { name: "Take Another Person out" }).click();
  await stored(page, () => page.getByRole("dialog").getByRole("button", { name: "Take out" }).click());
  await expect(page.getByRole("button", { name: "Take Another Person out" })).toHaveCount(0);
});

test("the last coordinator can't become anything else", async ({ page }) => {
  await page.goto("/people", { waitUntil: "networkidle" });
  await page.getByLabel("Part").first().click();
  await page.getByRole("option", { name: "drafter", exact: true }).click();
  await expect(page.getByText(/this is the last one/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("Part").first()).toHaveText("coordinator");
});
