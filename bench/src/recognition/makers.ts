import { execFileSync } from "node:child_process";
import { renameSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Scene } from "./scene";
import { withJspdf } from "./with-jspdf";
import { withPdfkit } from "./with-pdfkit";

/** Writes scenes, each to its place. */
export type Maker = (scenes: readonly Scene[], at: (scene: Scene) => string) => Promise<void>;

/** Makers from Debian's packages are driven by a script each. */
const BY_SCRIPT = {
  cairo: ["/usr/bin/python3", "with_cairo.py"],
  reportlab: ["/usr/bin/python3", "with_reportlab.py"],
  matplotlib: ["/usr/bin/python3", "with_matplotlib.py"],
  prawn: ["/usr/bin/ruby", "with_prawn.rb"],
  api2: ["/usr/bin/perl", "with_api2.pl"],
  qt: ["/usr/bin/python3", "with_qt.py"],
} as const;

const byScript =
  (program: string, script: string): Maker =>
  (scenes, at) => {
    const list = join(tmpdir(), `hemstitch-scenes-${script}-${process.pid}.json`);
    writeFileSync(list, JSON.stringify(scenes.map((scene) => ({ path: at(scene), ...scene }))));
    execFileSync(program, [join(import.meta.dirname, script), list], { stdio: ["ignore", "ignore", "inherit"] });
    rmSync(list);
    return Promise.resolve();
  };

/** What cairo wrote, read and written anew by Ghostscript, which rounds in its own way. */
const throughGhostscript: Maker = async (scenes, at) => {
  const [program, script] = BY_SCRIPT.cairo;
  await byScript(program, script)(scenes, at);
  for (const scene of scenes) {
    const before = `${at(scene)}.cairo`;
    renameSync(at(scene), before);
    execFileSync("gs", ["-q", "-dSAFER", "-dAutoRotatePages=/None", "-sDEVICE=pdfwrite", "-o", at(scene), before]);
    rmSync(before);
  }
};

/** Programs that the product does not use, by name. */
export const MAKERS: Readonly<Record<string, Maker>> = {
  pdfkit: async (scenes, at) => {
    for (const scene of scenes) await withPdfkit(scene, at(scene));
  },
  jspdf: (scenes, at) => {
    for (const scene of scenes) withJspdf(scene, at(scene));
    return Promise.resolve();
  },
  ...Object.fromEntries(
    Object.entries(BY_SCRIPT).map(([name, [program, script]]) => [name, byScript(program, script)]),
  ),
  ghostscript: throughGhostscript,
};
