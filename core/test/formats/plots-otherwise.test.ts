import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { readDrawing } from "../../src/formats";
import { onePage } from "../support/raw-pdf";

async function otherwise(bytes: Uint8Array): Promise<readonly string[]> {
  const result = await readDrawing(bytes);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value.drawing.pages[0]?.plotsOtherwise ?? [];
}
const page = (content: string, resources: string) => otherwise(onePage({ content, resources: () => resources }));
const INK = (name: string) =>
  `/ColorSpace << /S [/Separation /${name} /DeviceGray << /FunctionType 2 /Domain [0 1] /N 1 /C0 [1] /C1 [0] >>] >>`;
const LINE = "1 w 10 10 m 90 10 l S";

/** What the painting library lacks; ISO 32000-1, 8.6.6.4 (inks), 8.6.7 (overprint), 8.7.4.5.2, 11.4.6. */
describe("what plots otherwise than it is shown", () => {
  it("is nothing on an ordinary page", async () => {
    expect(await page(LINE, "")).toEqual([]);
    expect(await page(`/S CS 1 SCN ${LINE}`, INK("Orange"))).toEqual([]);
    const weasy = readFileSync(join(import.meta.dirname, "../cases/pdf/weasy.pdf"));
    expect(await otherwise(new Uint8Array(weasy))).toEqual([]);
  });
  it.each([
    ["an ink that is never printed", `/S CS 1 SCN ${LINE}`, INK("None"), /never printed/],
    ["all inks at once", `/S cs 1 scn 10 10 50 50 re f`, INK("All"), /every ink/],
    [
      "overprinting in process inks",
      `/G gs 0 1 1 0 k 10 10 50 50 re f`,
      "/ExtGState << /G << /op true >> >>",
      /overprint/,
    ],
    [
      "a run of colour by a function",
      "/F sh",
      "/Shading << /F << /ShadingType 1 /ColorSpace /DeviceGray /Function << /FunctionType 2 /Domain [0 1 0 1] /N 1 >> >> >>",
      /function of position/,
    ],
    [
      "the same as a pattern",
      "/Pattern cs /P scn 10 10 50 50 re f",
      "/Pattern << /P << /PatternType 2 /Shading << /ShadingType 1 /ColorSpace /DeviceGray /Function << /FunctionType 2 /Domain [0 1 0 1] /N 1 >> >> >> >>",
      /function of position/,
    ],
  ])("%s", async (_name, content, resources, words) => {
    const said = await page(content, resources);
    expect(said).toHaveLength(1);
    expect(said[0]).toMatch(words);
  });
  it("overprinting without inks changes nothing", async () =>
    expect(await page(`/G gs 1 0 0 rg 10 10 50 50 re f`, "/ExtGState << /G << /op true /OP true >> >>")).toEqual([]));
});
