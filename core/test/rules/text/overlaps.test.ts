import { box, ground, stroke } from "../../support/drawn";
import { lettering } from "../../support/raw-pdf";
import { describeRule, wall } from "../../support/rule-tester";

const hall = lettering("HALL", 20, 20, 2.5);

describeRule("text/overlaps", [
  { name: "lettering alone", content: wall(hall + stroke(10, 18, 60, 18)) },
  { name: "a line that touches its end", content: wall(stroke(20.1, 10, 20.1, 30) + hall) },
  {
    name: "a line through it",
    content: wall(stroke(23, 10, 23, 30) + hall),
    findings: [["A-WALL", 1, "A-WALL"]],
    message: /^“HALL” is crossed by a line on A-WALL, with no blank ground behind it\.$/,
  },
  {
    name: "a box by the edge that closes it",
    content: wall(box(23, 10, 80, 30, 0.18) + hall),
    findings: [["A-WALL", 1]],
  },
  { name: "a line under a blank ground", content: wall(stroke(23, 10, 23, 30) + ground(19, 19, 12, 5) + hall) },
  {
    name: "a line over a blank ground",
    content: wall(ground(19, 19, 12, 5) + stroke(23, 10, 23, 30) + hall),
    findings: [["A-WALL", 1]],
  },
  {
    name: "lettering over lettering",
    content: wall(hall + lettering("STORE", 22, 20.6, 2.5)),
    findings: [["A-WALL", 2]],
    message: /^“HALL” and “STORE” lie over each other\.$/,
  },
]);
