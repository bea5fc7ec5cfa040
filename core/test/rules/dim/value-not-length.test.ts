import { building, ROW, row } from "../../support/drawn";
import { on } from "../../support/raw-pdf";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

describeRule("dim/value-not-length", [
  { name: "values that are drawn", layers, content: wall + on(1, row(ROW)) },
  {
    name: "a value that was kept when the building changed",
    layers,
    content:
      wall +
      on(1, row({ ...ROW, stops: [40, 60, 80, 130, 160, 200], texts: ["1000", "1000", "2650", "1500", "2000"] })),
    findings: [["A-ANNO-DIMS", 1, 2500, 2650]],
    message: /^“2650” is written, but 2500 mm is drawn: 50 mm on paper at 1:50\. The difference is 150 mm\.$/,
  },
  {
    name: "a difference of less than 0.2 mm on paper",
    layers,
    content: wall + on(1, row({ ...ROW, texts: ["2009", "2500", "3500"] })),
  },
  {
    name: "feet and inches, where eighths are written somewhere",
    layers,
    content:
      wall +
      on(
        1,
        row({
          ...ROW,
          stops: [40, 78.1, 116.2, 154.3, 192.4],
          texts: ["6'-0\"", "6'-1\"", "6'-0 1/8\"", "6'-0\""],
          scale: 48,
        }),
      ),
    findings: [["A-ANNO-DIMS", 1, 1828.8, 1854.2]],
    message: /^“6'-1"” is written, but 6'-0" is drawn: 38\.1 mm on paper at 1\/4" = 1'-0"\. The difference is 0'-1"\.$/,
  },
  {
    name: "dimensions of which no three agree, with no scale stated",
    layers,
    content: wall + on(1, row({ ...ROW, texts: ["2000", "2600", "4200"] })),
    notJudged: true,
  },
  {
    name: "the same with a stated scale",
    layers,
    content: wall + on(1, row({ ...ROW, texts: ["2000", "2500", "4200"] })),
    scale: "1:50",
    findings: [["A-ANNO-DIMS", 1, 3500, 4200]],
  },
  {
    name: "a date, a telephone number and a room number beside lines",
    layers,
    content: wall + on(1, row(ROW) + row({ ...ROW, y: 110, object: 60, texts: ["12.03.2024", "0171 555", "A101"] })),
  },
]);
