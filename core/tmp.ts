import { readFileSync } from "node:fs";
import { readDrawing } from "./src/formats";
import { nodeInflate } from "./src/node/inflate";
for (const f of process.argv.slice(2)) {
  const r = await readDrawing(new Uint8Array(readFileSync(f)), { inflate: nodeInflate });
  if (!r.ok) { console.log(f, r.problem); continue; }
  const d = r.value.drawing;
  for (const p of d.pages) {
    console.log(f, p.widthMm, p.heightMm, p.groups, p.clips.map((c) => JSON.stringify({ ...c, outline: c.outline?.length })).slice(0, 8));
    for (let i = 0; i < Math.min(60, p.paths.count); i++) console.log("path", i, p.paths.paint[i], d.layers[p.paths.layer[i]!]?.name, p.paths.widthMm[i]!.toFixed(3), d.dashes[p.paths.dash[i]!], "clip", p.paths.clip[i], "group", p.paths.group[i], [...p.paths.points.slice(p.paths.firstPoint[i]! * 2, p.paths.firstPoint[i]! * 2 + 8)].map((x) => x.toFixed(1)).join(" "), p.paths.strokeColour[i]!.toString(16));
    for (let i = 0; i < Math.min(40, p.texts.count); i++) console.log("text", i, p.texts.paint[i], d.layers[p.texts.layer[i]!]?.name, d.fonts[p.texts.font[i]!]?.name, d.fonts[p.texts.font[i]!]?.capHeightFrom, p.texts.heightMm[i]!.toFixed(3), JSON.stringify(p.texts.strings[i]), p.texts.runsOn[i]);
  }
  console.log(d.unread);
}
