import { building, ROW, row, stroke } from "../../support/drawn";
import { lettering, on } from "../../support/raw-pdf";
import { arc, arrow, at } from "../../support/round";
import { describeRule } from "../../support/rule-tester";

/** By the demo office's standard: invented for the demo. Drawings at 1:50. */
const layers = ["A-WALL", "A-ANNO-DIMS"];
const wall = on(0, building());

/** An arc of 20 mm, a circle of 8 mm and two lines at 40 degrees, each with a figure. */
function round(radius: string, diameter: string, angle: string): string {
  const tip = at(90, 80, 20, 30);
  const [end, top] = [at(150, 110, 8, 45), at(150, 110, 18, 45)];
  return [
    arc(90, 80, 20, 0, 80) + stroke(90, 80, ...tip) + arrow(tip, 30) + lettering(radius, 92, 88, 2.5),
    arc(150, 110, 8, 0, 360) + stroke(...top, ...end) + arrow(end, 225),
    stroke(...top, top[0] + 18, top[1]) + lettering(diameter, top[0] + 2, top[1] + 1, 2.5),
    stroke(150, 70, 180, 70) + stroke(150, 70, ...at(150, 70, 30, 40)) + arc(150, 70, 24, 0, 40),
    arrow([174, 70], -90) + arrow(at(150, 70, 24, 40), 130) + lettering(angle, 174, 77, 2.5),
  ].join("");
}

/** An arc of 40 mm and 60 degrees, which is 2094.4 mm long at 1:50, with its dimension 10 mm outside. */
function along(figure: string, up = 0): string {
  const ends = [60, 120].map(
    (degrees) =>
      stroke(...at(110, 20 + up, 42, degrees), ...at(110, 20 + up, 52, degrees)) +
      arrow(at(110, 20 + up, 50, degrees), degrees === 60 ? -30 : 210),
  );
  const arcs = arc(110, 20 + up, 40, 50, 130, 0.5) + arc(110, 20 + up, 50, 60, 120);
  return arcs + ends.join("") + lettering(figure, 107, 71 + up, 2.5);
}

/** Lines at 0, 24, 48 and 80 mm along, each with a figure at its end. */
const fromZero = (figures: readonly string[]): string =>
  [0, 24, 48, 80]
    .map((x, i) => stroke(210, 60 + x, 240, 60 + x) + lettering(figures[i]!, 241.5, 58.75 + x, 2.5))
    .join("");

describeRule("dim/value-not-length", [
  { name: "values that are drawn", layers, content: wall + on(1, row(ROW)) },
  {
    // 1.2 ft are 366 mm, and nearer to what is drawn than 1.2 m.
    name: "a wrong value in metres, which would come nearer in feet",
    layers,
    content: wall + on(1, row({ ...ROW, stops: [40, 80, 130, 178, 186], texts: ["2.000", "2.500", "2.400", "1.200"] })),
    findings: [["A-ANNO-DIMS", 1]],
    message: /^“1\.200” is written, but 0\.4(?:00)? m is drawn/,
  },
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
  {
    name: "a radius, a diameter and an angle as they are drawn",
    layers,
    content: wall + on(1, row(ROW) + round("R 1000", "dia 800", "40 deg")),
  },
  {
    name: "a radius that is another one",
    layers,
    content: wall + on(1, row(ROW) + round("R 1200", "dia 800", "40 deg")),
    findings: [["A-ANNO-DIMS", 1, 1000, 1200]],
    message:
      /^“R 1200” is written, but the radius that is drawn is 1000 mm: 20 mm on paper at 1:50\. The difference is 200 mm\.$/,
  },
  {
    name: "a diameter that is the radius",
    layers,
    content: wall + on(1, row(ROW) + round("R 1000", "dia 400", "40 deg")),
    findings: [["A-ANNO-DIMS", 1, 800, 400]],
  },
  {
    name: "an angle that was turned",
    layers,
    content: wall + on(1, row(ROW) + round("R 1000", "dia 800", "45 deg")),
    findings: [["A-ANNO-DIMS", 1, 40, 45]],
    message: /^“45 deg” is written, but 40° is drawn\. The difference is 5°\.$/,
  },
  {
    name: "a radius whose scale nothing tells",
    layers,
    content: on(1, round("R 1000", "dia 800", "40 deg")),
    notJudged: true,
  },
  {
    name: "a length along an arc, and one that is another",
    layers,
    content: wall + on(1, row(ROW) + along("2094") + along("2300", 60)),
    findings: [["A-ANNO-DIMS", 1, 2094.4, 2300]],
    message: /^“2300” is written, but the arc length that is drawn is 2094\.4 mm/,
  },
  {
    name: "distances from a zero line, of which one is another",
    layers,
    content: wall + on(1, row(ROW) + fromZero(["0", "1200", "2500", "4000"])),
    findings: [["A-ANNO-DIMS", 1, 2400, 2500]],
    message: /^“2500” is written, but the distance from the zero line that is drawn is 2400 mm/,
  },
  {
    name: "dimensions that are said to be equal, and are",
    layers,
    content: wall + on(1, row(ROW) + row({ ...ROW, y: 160, stops: [40, 80, 120, 160], texts: ["EQ", "EQ", "EQ"] })),
  },
  {
    name: "dimensions that are said to be equal, and are not",
    layers,
    content: wall + on(1, row(ROW) + row({ ...ROW, y: 160, stops: [40, 80, 121.5, 161.5], texts: ["EQ", "EQ", "EQ"] })),
    findings: [["A-ANNO-DIMS", 1, 1.5, 0]],
    message: /^3 dimensions of a row are said to be equal, but 40 mm to 41\.5 mm are drawn on paper\.$/,
  },
]);
