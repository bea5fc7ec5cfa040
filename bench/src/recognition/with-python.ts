import { execFileSync } from "node:child_process";
import { writeFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { tmpdir } from "node:os";
import type { Scene } from "./scene";

/** Makers from Debian's packages, which are driven by a script each. */
export const PYTHON_MAKERS = ["cairo", "reportlab", "matplotlib"] as const;

/** Writes scenes with one of them. */
export function byPython(
  maker: (typeof PYTHON_MAKERS)[number],
  scenes: readonly Scene[],
  at: (scene: Scene) => string,
): void {
  const list = join(tmpdir(), `hemstitch-scenes-${maker}.json`);
  writeFileSync(list, JSON.stringify(scenes.map((scene) => ({ path: at(scene), ...scene }))));
  execFileSync("/usr/bin/python3", [join(import.meta.dirname, `with_${maker}.py`), list], {
    stdio: ["ignore", "ignore", "inherit"],
  });
  rmSync(list);
}
