import { test as base, expect, type Browser, type Page } from "@playwright/test";
import AxeBuilder from "@axe-core/playwright";
import { DEMO_PEOPLE } from "../demo/src/people";

export type Part = (typeof DEMO_PEOPLE)[number]["role"];

const address = process.env["HEMSTITCH_ADDRESS"] ?? "http://127.0.0.1:3000";

/** Cookies of a session, by the demo person's part; signed in once a run. */
const sessions = new Map<Part, { cookies: object[]; origins: never[] }>();

async function sessionOf(browser: Browser, part: Part): Promise<{ cookies: never[]; origins: never[] }> {
  let state = sessions.get(part);
  if (!state) {
    const { email, password } = DEMO_PEOPLE.find((person) => person.role === part)!;
    const context = await browser.newContext({ baseURL: address });
    const response = await context.request.post("/api/session", {
      data: { email, password },
      headers: { origin: address },
    });
    expect(response.status()).toBe(200);
    state = { cookies: await context.cookies(), origins: [] };
    sessions.set(part, state);
    await context.close();
  }
  return state as { cookies: never[]; origins: never[] };
}

/** A page of somebody of the demo office; an error in its console or an uncaught one fails the test. */
export async function pageOf(browser: Browser, part: Part, errors: string[] = []): Promise<Page> {
  const context = await browser.newContext({
    baseURL: address,
    viewport: { width: 1280, height: 800 },
    storageState: await sessionOf(browser, part),
  });
  const page = await context.newPage();
  watch(page, errors);
  return page;
}

function watch(page: Page, errors: string[]): void {
  // A refused request is answered with an error status, and tests cut connections: browsers write both to the console.
  page.on(
    "console",
    (message) =>
      message.type() === "error" &&
      !/status of 4\d\d|ERR_CONNECTION_RESET/.test(message.text()) &&
      errors.push(message.text()),
  );
  page.on("pageerror", (error) => errors.push(error.message));
}

/** The coordinator's page. */
export const test = base.extend<{ page: Page; nobody: Page }>({
  page: async ({ browser }, use) => {
    const errors: string[] = [];
    const page = await pageOf(browser, "coordinator", errors);
    await use(page);
    await page.context().close();
    expect(errors).toEqual([]);
  },
  /** A page of somebody who has not signed in. */
  nobody: async ({ browser }, use) => {
    const errors: string[] = [];
    const context = await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    watch(page, errors);
    await use(page);
    await context.close();
    expect(errors).toEqual([]);
  },
});

const WCAG = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"];

/**
 * What axe finds on a page by WCAG 2.2 A and AA; with `colours`, of its colours alone. Colours that are
 * fading into each other are waited out.
 */
export async function axeFindings(page: Page, what: "all" | "colours" = "all"): Promise<string[]> {
  const running = (): Promise<unknown> =>
    page.evaluate(() => Promise.all(document.getAnimations().map((each) => each.finished.catch(() => null))));
  await Promise.race([running(), page.waitForTimeout(1000)]);
  // There are no frames, and only what is wrong is wanted: the rest is most of the work.
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ["violations"] });
  const { violations } = await (what === "all" ? axe.withTags(WCAG) : axe.withRules(["color-contrast"])).analyze();
  return violations.map(
    (each) =>
      `${each.id}: ${each.nodes
        .map((node) => node.target.join(" "))
        .slice(0, 3)
        .join(", ")}`,
  );
}

export { expect };

/**
 * Does something that changes what the office keeps, and waits until the server has said that it is stored.
 * What a page shows is no such sign: it may be ahead of the server, and all behind a dialog is hidden by role.
 */
export async function stored(page: Page, change: () => Promise<void>): Promise<void> {
  await Promise.all([
    page.waitForResponse((response) => response.request().method() !== "GET" && response.ok()),
    change(),
  ]);
}
