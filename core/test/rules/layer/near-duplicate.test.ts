import { on } from "../../support/raw-pdf";
import { describeRule, line } from "../../support/rule-tester";

describeRule("layer/near-duplicate", [
  { name: "names that differ", layers: ["A-WALL", "A-DOOR"], content: on(0, line(0.5)) + on(1, line(0.35)) },
  {
    name: "case and separators",
    layers: ["A-WALL", "a_wall"],
    content: on(0, line(0.5)) + on(1, line(0.5)),
    findings: [["a_wall", 1, "a_wall", "A-WALL"]],
    mended: { layers: ["A-WALL"] },
  },
  {
    name: "a slip of spelling beside the right name",
    layers: ["A-WALL", "A-WAL"],
    content: on(0, line(0.5)) + on(1, line(0.5)),
    findings: [["A-WAL", 1, "A-WAL", "A-WALL"]],
    message: /^“A-WAL” and “A-WALL” are two names of one layer\.$/,
    mended: { layers: ["A-WALL"] },
  },
]);
