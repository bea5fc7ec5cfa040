import { beforeAll, describe, expect, it } from "vitest";
import { readDrawing } from "@hemstitch/core/formats";
import { inspect } from "@hemstitch/core/inspect";
import { mendFile } from "@hemstitch/core/mend";
import { nodeInflate } from "@hemstitch/core/node";
import { must } from "@hemstitch/core/quantity";
import { RULES } from "@hemstitch/core/rules";
import { checkedByQpdf } from "../../core/test/support/tools";
import { demoDrawings, demoStandard, type DemoDrawing } from "../src/drawings";
import { PARTICULARS } from "../src/particulars";
import { DIFFERING, PLANTED } from "../src/planted";

/** The demo's drawings say exactly what was planted in them: invented for the demo. */
describe("demo drawings", () => {
  let drawings: DemoDrawing[] = [];
  beforeAll(async () => {
    drawings = await demoDrawings();
  });
  const bytesOf = (file: string): Uint8Array => drawings.find((each) => each.file === file)!.bytes;

  it("are all listed with their planted faults", () => {
    expect(drawings.map((each) => each.file).sort()).toEqual(Object.keys(PLANTED).sort());
  });

  it.each(Object.keys(PLANTED))("%s has its planted faults and no others", async (file) => {
    const drawing = must(await readDrawing(bytesOf(file), { inflate: nodeInflate })).drawing;
    const found = inspect(drawing, demoStandard()).findings;
    const expected = PLANTED[file]!;
    for (const planted of expected) {
      const match = found.find(
        (finding) => finding.rule === planted.rule && (planted.layer === undefined || finding.layer === planted.layer),
      );
      expect(match, `${planted.rule} ${planted.layer ?? ""}`).toBeDefined();
      if (planted.measured !== undefined)
        expect(typeof match!.measured === "number" ? Number(match!.measured.toFixed(2)) : match!.measured).toBe(
          planted.measured,
        );
      if (planted.expected !== undefined) expect(match!.expected).toBe(planted.expected);
      if (planted.count !== undefined) expect(match!.count).toBe(planted.count);
    }
    expect(found.map((finding) => `${finding.rule} ${finding.layer ?? ""}`).length).toBe(expected.length);
  });

  it.each(Object.keys(DIFFERING))("%s differs from the particulars of its work where it was planted", async (file) => {
    const drawing = must(await readDrawing(bytesOf(file), { inflate: nodeInflate })).drawing;
    const particulars = PARTICULARS["Saltmarsh Ferry Landing"];
    const found = inspect(drawing, demoStandard(), { particulars }).findings.filter(
      ({ rule }) => rule === "title/differs",
    );
    expect(found.map(({ measured, expected }) => [measured, expected])).toEqual(DIFFERING[file]);
  });

  it("plant every rule that one file can be judged by", () => {
    const planted = new Set([...Object.values(PLANTED).flat(), { rule: "title/differs" }].map(({ rule }) => rule));
    const ofOneFile = RULES.filter(({ scope }) => scope !== "set").map(({ id }) => id);
    expect(ofOneFile.filter((id) => !planted.has(id))).toEqual([]);
  });

  it.each(Object.keys(PLANTED).filter((file) => PLANTED[file]!.some((each) => each.mends)))(
    "%s is mended of what can be mended",
    async (file) => {
      const original = bytesOf(file);
      const copy = original.slice();
      const mended = must(await mendFile(original, demoStandard(), { inflate: nodeInflate }));
      expect(original).toEqual(copy);
      checkedByQpdf(mended.bytes);
      const left = PLANTED[file]!.filter((planted) => !planted.mends).map((planted) => planted.rule);
      expect(mended.after.findings.map((finding) => finding.rule).sort()).toEqual(left.sort());
    },
  );
});
