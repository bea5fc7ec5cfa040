import { readdirSync, readFileSync } from "node:fs";
import { expect, it } from "vitest";
import { rulePages } from "../../src/report";
import { RULE_BOOK } from "../../src/rules";

const folder = new URL("../../../docs/rules/", import.meta.url);

it("the documents of the rules are those that `npm run docs` writes", () => {
  const pages = rulePages(RULE_BOOK);
  expect(readdirSync(folder).sort()).toEqual([...pages.keys()].sort());
  for (const [name, text] of pages) expect(readFileSync(new URL(name, folder), "utf8"), name).toBe(text);
});
