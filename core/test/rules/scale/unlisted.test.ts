import { building, ROW, row } from "../../support/drawn";
import { lettering, on, PT } from "../../support/raw-pdf";
import { describeRule, line, wall } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo, with ISO pens and lettering. */
describeRule("scale/unlisted", [
  { name: "none stated", content: wall(line(0.5)), notJudged: true },
  { name: "listed", content: wall(line(0.5)), scale: "1:50" },
  { name: "listed in feet and inches", content: wall(line(0.5)), scale: "1/4in=1ft" },
  { name: "1:75", content: wall(line(0.5)), scale: "1:75", findings: [[undefined, 1, "1:75"]] },
  {
    name: "as the file states it",
    content: wall(line(0.5)),
    page: `/VP [<< /BBox [0 0 ${100 * PT} 90] /Measure << /Subtype /RL /R (1:75) /X [<< /U (mm) /C ${(25.4 / 72) * 75} >>] >> >>]`,
    findings: [[undefined, 1, "1:75", "1:100"]],
  },
  { name: "a listed scale as a note says it", content: wall(line(0.5) + lettering("SCALE 1:50", 20, 30, 2.5)) },
  {
    name: "a note that calls itself a scale",
    content: wall(line(0.5) + lettering("SCALE 1:75", 20, 30, 2.5)),
    findings: [[undefined, 1, "1:75", "1:100"]],
  },
  {
    name: "a bare ratio at a drawing with dimensions",
    layers: ["A-WALL", "A-ANNO-DIMS"],
    content:
      on(0, building() + lettering("1:75", 60, 45, 2.5)) + on(1, row({ ...ROW, texts: ["3000", "3750", "5250"] })),
    findings: [[undefined, 1, "1:75", "1:100"]],
  },
  {
    name: "a bare ratio that stands alone: a slope",
    content: wall(line(0.5) + lettering("1:40", 20, 30, 2.5)),
    notJudged: true,
  },
  {
    name: "a slope amid a drawing whose note agrees with its dimensions",
    layers: ["A-WALL", "A-ANNO-DIMS"],
    content: on(0, building() + lettering("1:40", 100, 100, 2.5) + lettering("1:50", 60, 45, 2.5)) + on(1, row(ROW)),
  },
]);
