import { test as base, expect, type Page } from "@playwright/test";
import AxeBuilder from "@axe-core/playwright";

/** A page on which an error in the console or an uncaught one fails the test. */
export const test = base.extend<{ page: Page }>({
  page: async ({ page }, use) => {
    const errors: string[] = [];
    // A refused file is answered with an error status, which browsers also write to the console.
    page.on(
      "console",
      (message) => message.type() === "error" && !/status of 4\d\d/.test(message.text()) && errors.push(message.text()),
    );
    page.on("pageerror", (error) => errors.push(error.message));
    await use(page);
    expect(errors).toEqual([]);
  },
});

/** What axe finds on a page by WCAG 2.2 A and AA. */
export async function axeFindings(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"])
    .analyze();
  return violations.map(
    (each) =>
      `${each.id}: ${each.nodes
        .map((node) => node.target.join(" "))
        .slice(0, 3)
        .join(", ")}`,
  );
}

export { expect };
