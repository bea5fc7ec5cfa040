import { lettering } from "../../support/raw-pdf";
import { describeRule, wall } from "../../support/rule-tester";

describeRule("text/placeholder", [
  {
    name: "what is written",
    content: wall(lettering("WAITING HALL", 20, 20, 2.5) + lettering("X-RAY ROOM", 20, 30, 2.5)),
  },
  ...["???", "XXX", "TBC", "#", "<title>", "[ROOM]", "ROOM NAME", "DOOR TYPE TBC"].map((text) => ({
    name: text,
    content: wall(lettering(text, 20, 20, 2.5)),
    findings: [["A-WALL", 1, text]] as const,
  })),
  {
    name: "the same in several places, said once",
    content: wall(lettering("???", 20, 20, 2.5) + lettering("???", 60, 20, 2.5)),
    findings: [["A-WALL", 2, "???"]],
  },
]);
