import { PT } from "../../support/raw-pdf";
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
]);
