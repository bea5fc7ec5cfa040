import { byMakers, said } from "../by-makers";
import { FAMILIES, scored } from "./score";
import { sheet } from "./sheet";

/** `recognition [pages=N] [seed=N] [maker=NAME] [say]`: how much of other makers' sheets is recognised, and how much of what is recognised is there. */
const [pages, seed] = [Number(said("pages") ?? 60), Number(said("seed") ?? 1)];
await byMakers({
  name: "recognition",
  all: Array.from({ length: pages }, (_, i) => sheet(seed + i)),
  sceneOf: (scene) => scene,
  families: FAMILIES,
  scored,
});
