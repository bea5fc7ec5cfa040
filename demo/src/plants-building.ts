import { drawFrame } from "@hemstitch/core/sheet";
import { StandardLookup } from "@hemstitch/core/standard";
import { SALTMARSH, type Building } from "./building";
import type { PenBoard } from "./pen-board";

/** The ferry landing with a wall, a door and a written area that are none of the office's, or not as drawn. */
export const SALTMARSH_SLIPPED: Building = {
  ...SALTMARSH,
  walls: SALTMARSH.walls.map((wall) => {
    // A partition of 200 mm, which no wall type is.
    if (wall.from[1] === 9600) return { ...wall, thickness: 200 };
    if (wall.from[0] !== 12000 || wall.from[1] !== 6600) return wall;
    // A door of 870 mm, which is not on the list.
    return {
      ...wall,
      openings: wall.openings?.map((each) => (each.at === 7200 ? { ...each, width: 870 } : each)) ?? [],
    };
  }),
  rooms: SALTMARSH.rooms.map((room) => (room.name === "KIOSK" ? { ...room, area: "39.5 m²" } : room)),
};

/**
 * Faults of the building, of codes and of the sheet, each in a place of its own around the plan. What an inspection says
 * of them is listed in `planted.ts`.
 */
export function drawBuildingPlants(board: PenBoard): void {
  const { page } = board;
  const frame = board.standard.frames.find(({ id }) => id === "A1");
  if (!frame) throw new Error("The demo office's frame A1 is missing.");
  const lookup = new StandardLookup(board.standard);
  // The frame without its centring marks; somebody wrote the scale, and nobody who approved it.
  drawFrame(page, { ...frame, centringMarks: false }, TITLE_BLOCK, lookup);
  slopesAndLevels(board);
  codes(board);
  references(board);
  // A layer that floor plans leave out, and a line that runs into the binding edge.
  board.on("S-BEAM");
  page.line(700, 120, 760, 120);
  board.on("A-FURN");
  page.line(14, 300, 40, 300);
  // The site is faint, the planting should be.
  board.on("L-SITE");
  page.ink(0xa0a0a0).line(700, 110, 760, 110).ink(0);
  board.on("L-PLNT");
  page.line(700, 100, 760, 100);
}

const TITLE_BLOCK = {
  owner: "Tarnwick Plan Room",
  client: "Saltmarsh Harbour Trust",
  project: "Saltmarsh Ferry Landing",
  address: "Quay Street, Saltmarsh",
  title: "Ground floor plan",
  supplement: "As drawn",
  scale: "1:50",
  drawnBy: "Fenn",
  approvedBy: "TBC",
  date: "2026-11-20",
  status: "For review",
  number: "A-101",
  revision: "A",
  sheetOf: "1 of 3",
};

/** A roof whose slope and a wall whose level were not changed with the drawing; millimetres on paper. */
function slopesAndLevels(board: PenBoard): void {
  const { page } = board;
  board.on("A-GLAZ");
  page.line(690, 520, 770, 540);
  const degrees = (Math.atan2(20, 80) * 180) / Math.PI;
  board.on("A-ANNO-TEXT");
  page.text("4 in 12", 715, 528.5, { heightMm: 2.5, align: "left", angleDeg: degrees });
  for (const [metres, written] of [
    [0, "+0.00"],
    [0.6, "+0.60"],
    [1.2, "+1.20"],
    [1.7, "+1.80"],
  ] as const) {
    const y = 440 + (metres * 1000) / board.scale;
    board.on("A-ANNO-SYMB");
    page.line(690, y, 750, y);
    board.on("A-ANNO-TEXT");
    page.text(written, 735, y + 1.2, { heightMm: 2.5, align: "left" });
  }
  board.on("A-GLAZ");
  page.line(692, 436, 692, 478);
}

/** Framed codes, one of them at the end of its frame, and a legend that explains one too few and one too many. */
function codes(board: PenBoard): void {
  const { page } = board;
  ["QT", "PL", "ZN", "B6"].forEach((code, i) => {
    const x = 690 + i * 16;
    board.on("A-ANNO-NOTE");
    page.rectangle({ x: x - 1, y: 398.5, width: 9, height: 5.5 });
    if (code === "PL") page.text(code, x, 400, { heightMm: 2.5, align: "left" });
    else page.text(code, x + 3.5, 400, { heightMm: 2.5, align: "middle" });
  });
  board.on("A-ANNO-LEGN");
  page.text("CODES", 690, 388, { heightMm: 3.5, align: "left" });
  [
    ["QT", "Quarry tile on screed"],
    ["PL", "Plaster, painted"],
    ["TB", "Tongued boarding, oiled"],
  ].forEach(([code = "", meaning = ""], i) => {
    page.text(code, 690, 380 - i * 6, { heightMm: 2.5, align: "left" });
    page.text(meaning, 702, 380 - i * 6, { heightMm: 2.5, align: "left" });
  });
}

/** Two titles that are out of line, and a reference to a drawing that the sheet does not have. */
function references(board: PenBoard): void {
  const { page } = board;
  board.on("A-ANNO-TTLT");
  const title = (number: string, words: string, x: number, y: number): void => {
    page.circle(x, y, 5).text(number, x, y - 1.25, { heightMm: 2.5, align: "middle" });
    page.text(words, x + 9, y + 1.5, { heightMm: 5, align: "left" }).line(x + 8, y, x + 90, y);
    page.text("1:50", x + 9, y - 4.5, { heightMm: 2.5, align: "left" });
  };
  title("1", "GROUND FLOOR PLAN", 120, 40);
  title("2", "FLOOR PLAN OF THE QUAY", 320, 37);
  board.on("A-ANNO-NOTE");
  page.text("See 4/A-101.", 560, 40, { heightMm: 2.5, align: "left" });
}
