import { CODE_LABELS } from "../../recognise/codes/labels";
import { rule } from "../rule";
import { explainedIn, labelsIn, lettersOf, unitsOf } from "./explained";

export const malformed = rule({
  id: "code/malformed",
  title: "Label that does not follow its pattern",
  severity: "mend",
  scope: "file",
  needs: ["labelPatterns"],
  reads: [CODE_LABELS],
  parameters: [],
  page: {
    measures:
      "Labels in frames or at leaders that begin with the letter of a label pattern and go on with figures, but not as the pattern has them. Labels in rings count where most rings of that size hold labels of one pattern.",
    why: "Schedules are put together by labels. One that is written otherwise is missing from them.",
    right: "B36, where the pattern has a letter and two figures.",
    wrong: "B6, or B-36.",
    cannotSee:
      "Labels that stand by themselves without a frame or a leader, and rings of which fewer than three hold labels of a pattern.",
    mend: "None: the label may be meant for several.",
  },
  judge({ file, report }) {
    const patterns = file.standard.standard.labelPatterns;
    const explained = explainedIn(file);
    const codes = new Set(file.standard.standard.codes.map(({ code }) => code.toUpperCase()));
    for (const { label, facts } of labelsIn(file)) {
      const text = label.text.toUpperCase();
      if (label.pattern !== undefined || label.by === "pattern" || explained.has(text) || codes.has(text)) continue;
      const own = patterns.filter(
        (each) => (label.meant ?? each.id) === each.id && unitsOf(each).includes(lettersOf(text)),
      );
      if (own.length === 0 || !/\d/.test(text)) continue;
      const examples = own.flatMap(({ pattern }) => pattern.examples.slice(0, 1));
      report({
        page: facts.page.index,
        placed: true,
        layer: label.line.layer,
        marks: { of: "texts", rows: Uint32Array.from(label.line.rows) },
        message: () =>
          `“${label.text}” is not written as ${own.map(({ title }) => title).join(" or ")} has it${examples.length > 0 ? `, such as ${examples.join(" or ")}` : ""}.`,
        measured: label.text,
        expected: examples[0] ?? own[0]?.title ?? "",
      });
    }
  },
});
