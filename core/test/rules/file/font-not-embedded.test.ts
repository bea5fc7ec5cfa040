import { expect, it } from "vitest";
import { inspect } from "../../../src/inspect";
import { preset } from "../../../src/standard";
import { lettering, onePage } from "../../support/raw-pdf";
import { describeRule, wall } from "../../support/rule-tester";
import { caseOf, drawingOf } from "../../support/tools";

const on = (standard: { rules: Record<string, unknown> }): void => {
  delete standard.rules["file/font-not-embedded"];
};

describeRule("file/font-not-embedded", [
  {
    name: "a standard font, by its name alone",
    layers: ["A-ANNO-TEXT"],
    standard: on,
    content: wall(lettering("HALL", 40, 40, 3.5) + lettering("OFFICE", 90, 40, 2.5)),
    findings: [[undefined, 2, "Helvetica"]],
    message:
      /^2 lines of lettering are set in Helvetica, which is not in the file: elsewhere they print differently\.$/,
  },
  {
    name: "a font that sets nothing",
    layers: ["A-ANNO-TEXT"],
    standard: on,
    content: wall("0.5 w 40 40 m 90 40 l S\n"),
  },
  {
    name: "lettering that does not print",
    layers: ["A-ANNO-TEXT"],
    standard: on,
    content: wall(`3 Tr ${lettering("HALL", 40, 40, 3.5)}`),
  },
]);

it("height and face of such lettering are not judged; of lettering that is in the file they are", async () => {
  const standard = preset("tarnwick")!;
  const bare = inspect(await drawingOf(onePage({ content: lettering("HALL", 40, 40, 3) })), standard);
  expect(bare.findings.map(({ rule }) => rule)).not.toEqual(expect.arrayContaining(["text/height"]));
  expect(
    bare.notJudged.filter(({ rule }) => rule.startsWith("text/")).map(({ rule, reason }) => [rule, reason]),
  ).toEqual(
    ["text/height", "text/font"].map((rule) => [
      rule,
      "What is set in Helvetica is not judged: the font is not in the file, so it prints differently elsewhere.",
    ]),
  );
  const held = inspect(await drawingOf(caseOf("cairo-NimbusMonoPS-caps")), standard);
  expect(held.findings.map(({ rule }) => rule)).not.toContain("file/font-not-embedded");
  expect(held.notJudged.map(({ rule }) => rule)).not.toContain("text/height");
});
