import { expect, it } from "vitest";
import { inspect } from "../../../src/inspect";
import { ALL_RULES, RULES } from "../../../src/rules";
import { preset } from "../../../src/standard";
import { onePage } from "../../support/raw-pdf";
import { drawingOf } from "../../support/tools";

it("ref/stale is a rule of plan sets: it has its page, and says nothing of a file by itself", async () => {
  expect(ALL_RULES.map(({ id }) => id)).toContain("ref/stale");
  expect(RULES.map(({ id }) => id)).not.toContain("ref/stale");
  const { findings, notJudged } = inspect(await drawingOf(onePage({ content: "" })), preset("tarnwick")!);
  expect([...findings, ...notJudged].map(({ rule }) => rule)).not.toContain("ref/stale");
});
