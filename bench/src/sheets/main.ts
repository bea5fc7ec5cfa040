import { byMakers, said } from "../by-makers";
import { sheetScene } from "./scene";
import { FAMILIES, scored } from "./score";
import { SHEET_FAULTS } from "./truth";

/**
 * `sheets [pages=N] [seed=N] [maker=NAME] [say]`: sheets of other offices with title blocks in nine layouts, titles,
 * legends, codes, references, revisions and stamps, written by other makers, one in seven with a fault.
 */
const [pages, seed] = [Number(said("pages") ?? 40), Number(said("seed") ?? 1)];
await byMakers({
  name: "sheets",
  all: Array.from({ length: pages }, (_, i) =>
    sheetScene(seed + i, i % 7 === 6 ? SHEET_FAULTS[((i - 6) / 7) % SHEET_FAULTS.length] : undefined),
  ),
  sceneOf: ({ scene }) => scene,
  families: FAMILIES,
  scored,
});
