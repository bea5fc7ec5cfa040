import { byMakers, said } from "../by-makers";
import { BUILDING_FAULTS, buildingScene } from "./scene";
import { FAMILIES, scored } from "./score";

/**
 * `buildings [pages=N] [seed=N] [maker=NAME] [say]`: plans of rooms with openings, levels, slopes and grid lines, written by
 * other makers, one in five with a fault. Areas come from a library for polygons.
 */
const [pages, seed] = [Number(said("pages") ?? 40), Number(said("seed") ?? 1)];
await byMakers({
  name: "buildings",
  all: Array.from({ length: pages }, (_, i) =>
    buildingScene(seed + i, i % 5 === 4 ? BUILDING_FAULTS[((i - 4) / 5) % BUILDING_FAULTS.length] : undefined),
  ),
  sceneOf: ({ scene }) => scene,
  families: FAMILIES,
  scored,
});
