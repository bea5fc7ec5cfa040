import { cornersOf, type Field } from "./paper";
import { plant, type Desk } from "./sheet";

/** A sheet of tables: doors with sizes and finishes, windows, rooms. No drawing. */
export function scheduleSheet(desk: Desk): void {
  const { room, house, chance } = desk;
  const write = house.write;
  table(
    desk,
    [room[0] + 6, room[3] - 10],
    "DOORS",
    ["No.", "Width", "Height", "Finish", "Remarks"],
    [22, 32, 32, 24, 60],
    Array.from({ length: chance.whole(6, 12) }, (_, i) => [
      `D${101 + i}`,
      write(house.doors[0]!),
      write(house.head),
      chance.one(["PL", "TB"]),
      chance.one(["with closer", "glazed", "by others"]),
    ]),
  );
  if (room[2] - room[0] > 420)
    table(
      desk,
      [room[0] + 200, room[3] - 10],
      "ROOMS",
      ["Room", "Floor", "Walls", "Area"],
      [50, 24, 24, 34],
      ["Office", "Store", "Lobby", "Kitchen"].map((name) => [
        name,
        chance.one(["QT", "LN"]),
        "PL",
        house.writeArea(chance.between(8, 40)),
      ]),
    );
}

function table(
  desk: Desk,
  [x, y]: readonly [number, number],
  title: string,
  heads: readonly string[],
  widths: readonly number[],
  rows: readonly (readonly string[])[],
): void {
  const { paper, fault, chance } = desk;
  const wants = (rule: string): boolean => fault === rule && desk.sheet.planted.length === 0;
  const height = 8;
  const total = widths.reduce((a, b) => a + b, 0);
  const all = [heads, ...rows];
  paper.take("A-ANNO-SCHD", 0.18);
  paper.words([x, y + 2], title, 3.5);
  const box: Field = [x, y - height * all.length, x + total, y];
  paper.polygon(cornersOf(box));
  for (let i = 1; i < all.length; i++) paper.line([x, y - i * height], [x + total, y - i * height]);
  let at = x;
  for (const width of widths.slice(0, -1)) {
    at += width;
    paper.line([at, box[1]], [at, y]);
  }
  const bad = [chance.whole(1, rows.length - 1), widths.length - 1] as const;
  all.forEach((row, i) => {
    let left = x;
    row.forEach((words, k) => {
      const isBad = i === bad[0] && k === bad[1];
      const [cx, cy] = [left + 2, y - (i + 1) * height + 2.8];
      left += widths[k]!;
      if (isBad && wants("text/placeholder")) plant(desk, "text/placeholder", [paper.words([cx, cy], "XXX", 2.5)]);
      else if (isBad && wants("text/height")) plant(desk, "text/height", [paper.words([cx, cy], words, 2.15)]);
      else if (isBad && wants("text/direction"))
        plant(desk, "text/direction", [paper.words([cx + paper.widthOf(words, 2.5), cy + 2.5], words, 2.5, 180)]);
      else paper.words([cx, cy], words, 2.5);
    });
  });
}
