import { describe, expect, it } from "vitest";
import { inspect } from "../../src/inspect";
import { must, parseScale } from "../../src/quantity";
import { preset, type OfficeStandard } from "../../src/standard";
import { RULE_METAS, RULES } from "../../src/rules";
import { lettering, on, onePage, PT } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

/** A drawing for a rule's table: right (no finding of the rule) or wrong (these findings). */
interface Case {
  readonly name: string;
  readonly content: string;
  readonly layers?: readonly string[];
  readonly off?: readonly number[];
  readonly size?: readonly [number, number];
  readonly scale?: string;
  readonly page?: string;
  readonly standard?: (standard: OfficeStandard) => void;
  readonly preset?: string;
  /** Findings of the rule: [layer or undefined, count, measured, expected]. None for a right drawing. */
  readonly findings?: readonly (readonly [string | undefined, number, unknown?, unknown?])[];
  readonly notJudged?: boolean;
  readonly message?: RegExp;
}

async function judged(rule: string, each: Case) {
  const standard = preset(each.preset ?? "tarnwick")!;
  each.standard?.(standard);
  const [widthMm, heightMm] = each.size ?? [420, 297];
  const drawing = await drawingOf(
    onePage({
      content: each.content,
      layers: each.layers ?? ["A-WALL"],
      off: each.off ?? [],
      widthMm,
      heightMm,
      page: each.page ?? "",
    }),
  );
  const inspected = inspect(drawing, standard, each.scale ? { scale: must(parseScale(each.scale)) } : {});
  return {
    findings: inspected.findings.filter((finding) => finding.rule === rule),
    notJudged: inspected.notJudged.filter((entry) => entry.rule === rule),
  };
}

const line = (width: number, dash = "[] 0", y = 20): string => `${width} w ${dash} d 10 ${y} m 60 ${y} l S\n`;
const wall = (content: string): string => on(0, content);

/** Right and wrong drawings by the demo office's standard: invented for the demo, with ISO pens and lettering. */
const TABLE: Record<string, readonly Case[]> = {
  "file/no-layers": [
    { name: "a file with layers", content: wall(line(0.5)) },
    { name: "a file without", content: line(0.5), layers: [], findings: [[undefined, 1]] },
  ],
  "layer/malformed": [
    { name: "registered names", content: wall(line(0.5)) },
    {
      name: "a name in small letters",
      content: wall(line(0.5)),
      layers: ["walls"],
      findings: [["walls", 1, "walls", "A-WALL"]],
    },
    {
      name: "a name that resembles nothing",
      content: wall(line(0.5)),
      layers: ["Ω 7"],
      findings: [["Ω 7", 1, "Ω 7", undefined]],
      message: /At character 1/,
    },
    {
      name: "a registered name off the scheme is the office's own doing",
      content: wall(line(0.5)),
      layers: ["HOUSE STYLE"],
      standard: (s) => void s.layers.push({ ...s.layers[0]!, name: "HOUSE STYLE" }),
    },
    {
      name: "by positions",
      content: wall(line(0.5)),
      layers: ["A-B374--E-", "A-B374"],
      preset: "iso-13567",
      findings: [["A-B374", 1, "A-B374"]],
    },
    { name: "no layers, no judgement", content: line(0.5), layers: [], notJudged: true },
  ],
  "layer/unregistered": [
    { name: "registered", content: wall(line(0.5)) },
    {
      name: "well-formed, not registered",
      content: wall(line(0.5)),
      layers: ["A-SIGN"],
      findings: [["A-SIGN", 1, "A-SIGN"]],
    },
    { name: "malformed is another rule's", content: wall(line(0.5)), layers: ["sign"] },
    {
      name: "a standard without a register",
      content: wall(line(0.5)),
      layers: ["A-SIGN"],
      preset: "hyphenated-discipline",
      notJudged: true,
    },
  ],
  "layer/default-used": [
    { name: "all on layers", content: wall(line(0.5)) },
    {
      name: "two lines on none",
      content: wall(line(0.5)) + line(0.5) + line(0.25),
      findings: [[undefined, 2, "no layer"]],
    },
    {
      name: "text and line on layer 0",
      content: wall(line(0.5) + lettering("X", 5, 5, 2.5)),
      layers: ["0"],
      findings: [["0", 2, "0"]],
    },
    {
      name: "an office may register a layer 0",
      content: wall(line(0.5)),
      layers: ["0"],
      standard: (s) => void s.layers.push({ ...s.layers[0]!, name: "0" }),
    },
    { name: "unseen lettering does not count", content: `${wall(line(0.5))} BT 3 Tr /F1 3 Tf (x) Tj ET` },
  ],
  "layer/empty": [
    { name: "every layer used", content: wall(line(0.5)) },
    {
      name: "one with nothing on it",
      content: wall(line(0.5)),
      layers: ["A-WALL", "A-DOOR"],
      findings: [["A-DOOR", 1, "A-DOOR"]],
    },
    { name: "what is switched off is not empty", content: wall(line(0.5)), off: [0] },
  ],
  "line/hairline": [
    { name: "the thinnest pen", content: wall(line(0.13)) },
    {
      name: "no width at all",
      content: wall(line(0) + line(0)),
      findings: [["A-WALL", 2, 0, 0.5]],
      message: /printer decides/,
    },
    {
      name: "under the thinnest pen",
      content: on(0, line(0.05)),
      layers: ["A-SIGN"],
      findings: [["A-SIGN", 1, 0.05, 0.13]],
    },
    { name: "hidden lines are not judged", content: wall(line(0)), off: [0] },
  ],
  "line/width-off-series": [
    { name: "pens within a hundredth", content: wall(line(0.5) + line(0.505)) },
    { name: "0.3 on a registered layer", content: wall(line(0.3) + line(0.3)), findings: [["A-WALL", 2, 0.3, 0.5]] },
    {
      name: "0.3 on another goes to the nearest pen",
      content: on(0, line(0.3)),
      layers: ["A-SIGN"],
      findings: [["A-SIGN", 1, 0.3, 0.35]],
    },
    {
      name: "two wrong widths are two findings",
      content: wall(line(0.3) + line(0.4)),
      findings: [
        ["A-WALL", 1, 0.3],
        ["A-WALL", 1, 0.4],
      ],
    },
    { name: "the width is that on paper", content: wall(`q 2 0 0 2 0 0 cm 0.25 w 5 5 m 9 9 l S Q`) },
  ],
  "line/width-not-pen": [
    { name: "the layer's pen", content: wall(line(0.5)) },
    { name: "another pen", content: wall(line(0.25)), findings: [["A-WALL", 1, 0.25, 0.5]] },
    { name: "layers that are not registered have no pen", content: on(0, line(0.25)), layers: ["A-SIGN"] },
  ],
  "line/type-unknown": [
    {
      name: "dashes of 12 and gaps of 3 widths (ISO 128-2)",
      content: on(0, line(0.25, "[3 0.75] 0")),
      layers: ["A-FLOR-OVHD"],
    },
    { name: "the same from another phase", content: on(0, line(0.25, "[3 0.75] 2")), layers: ["A-FLOR-OVHD"] },
    {
      name: "one fault is one finding: right dashes, wrong width",
      content: on(0, line(0.35, "[3 0.75] 0")),
      layers: ["A-FLOR-OVHD"],
    },
    {
      name: "dashes of no line type",
      content: on(0, line(0.25, "[9 5] 0")),
      layers: ["A-FLOR-OVHD"],
      findings: [["A-FLOR-OVHD", 1, "9 – 5 mm", "dashed"]],
    },
    { name: "round ends lengthen dashes", content: on(0, `1 J ${line(0.25, "[2.75 1] 0")}`), layers: ["A-FLOR-OVHD"] },
  ],
  "line/type-not-layers": [
    { name: "the layer's line type", content: wall(line(0.5)) },
    { name: "a line type that it also allows", content: on(0, line(0.18)), layers: ["A-GRID"] },
    { name: "dashed walls", content: wall(line(0.5, "[6 1.5] 0")), findings: [["A-WALL", 1, "dashed", "continuous"]] },
    {
      name: "continuous edges overhead",
      content: on(0, line(0.25)),
      layers: ["A-FLOR-OVHD"],
      findings: [["A-FLOR-OVHD", 1, "continuous", "dashed"]],
    },
  ],
  "text/height": [
    {
      name: "lettering of ISO 3098-1",
      content: wall([1.8, 2.5, 3.5, 5, 7].map((h) => lettering("H", 5, 5, h)).join("")),
    },
    { name: "3 mm", content: wall(lettering("HALL", 5, 5, 3)), findings: [["A-WALL", 1, 3, 3.5]] },
    {
      name: "made for another scale",
      content: wall(lettering("HALL", 5, 5, 1.25)),
      scale: "1:100",
      findings: [["A-WALL", 1, 1.25]],
      message: /2\.5 mm at 1:50/,
    },
    { name: "blanks have no height", content: wall(lettering("  ", 5, 5, 3)) },
  ],
  "text/font": [
    {
      name: "any font where the standard allows any",
      content: wall(lettering("H", 5, 5, 2.5)),
      preset: "hyphenated-discipline",
      notJudged: true,
    },
    {
      name: "Helvetica where Barlow is meant",
      content: wall(lettering("H", 5, 5, 2.5)),
      findings: [["A-WALL", 1, "Helvetica", "Barlow"]],
    },
    {
      name: "one of several fonts",
      content: wall(lettering("H", 5, 5, 2.5)),
      standard: (s) => s.textStyles.forEach((style) => style.fonts.push("Helvetica")),
    },
    {
      name: "the font of another style's height",
      content: wall(lettering("H", 5, 5, 2.5) + lettering("H", 5, 15, 5)),
      standard: (s) => s.textStyles.forEach((style) => style.heightMm === 5 && (style.fonts = ["Helvetica"])),
      findings: [["A-WALL", 1, "Helvetica", "Barlow"]],
      message: /^1 string is set in Helvetica; lettering-2\.5 is in Barlow\.$/,
    },
    {
      name: "a style that takes any font beside others that don't",
      content: wall(lettering("H", 5, 5, 2.5)),
      standard: (s) => s.textStyles.forEach((style) => style.heightMm === 2.5 && (style.fonts = [])),
    },
    {
      name: "no style's height, in the font of one of them",
      content: wall(lettering("H", 5, 5, 3)),
      standard: (s) => s.textStyles.forEach((style) => style.heightMm === 5 && (style.fonts = ["Helvetica"])),
    },
  ],
  "sheet/size": [
    { name: "A3 lying", content: wall(line(0.5)) },
    { name: "A3 upright, a millimetre off", content: wall(line(0.5)), size: [296, 420.5] },
    {
      name: "trimmed A1",
      content: wall(line(0.5)),
      size: [829, 582],
      findings: [[undefined, 1, "829.0 × 582.0", "A1"]],
      message: /trimmed/,
    },
    { name: "no size at all", content: wall(line(0.5)), size: [500, 500], findings: [[undefined, 1]] },
  ],
  "scale/unlisted": [
    { name: "none stated", content: wall(line(0.5)), notJudged: true },
    { name: "listed", content: wall(line(0.5)), scale: "1:50" },
    { name: "listed in feet and inches", content: wall(line(0.5)), scale: "1/4in=1ft" },
    { name: "1:75", content: wall(line(0.5)), scale: "1:75", findings: [[undefined, 1, "1:75"]] },
    {
      name: "as the file states it",
      content: wall(line(0.5)),
      page: `/VP [<< /BBox [0 0 ${100 * PT} 90] /Measure << /Subtype /RL /R (1:75) /X [<< /U (mm) /C ${(25.4 / 72) * 75} >>] >> >>]`,
      findings: [[undefined, 1, "1:75", "1:100"]],
    },
  ],
};

describe.each(Object.entries(TABLE))("%s", (rule, cases) => {
  it.each(cases)("$name", async (each) => {
    const { findings, notJudged } = await judged(rule, each);
    expect(notJudged.length > 0).toBe(each.notJudged ?? false);
    expect(findings.length, findings.map((finding) => finding.message).join("\n")).toBe(each.findings?.length ?? 0);
    for (const [i, [layer, count, measured, expected]] of (each.findings ?? []).entries()) {
      const finding = findings[i]!;
      expect([finding.layer, finding.count]).toEqual([layer, count]);
      if (measured !== undefined) expect(finding.measured).toEqual(measured);
      if (expected !== undefined) expect(finding.expected).toEqual(expected);
      if (each.message) expect(finding.message).toMatch(each.message);
    }
  });
});

it("every rule that judges drawings has its table, right and wrong", () => {
  expect(Object.keys(TABLE).sort()).toEqual(RULES.map((rule) => rule.meta.id).sort());
  for (const cases of Object.values(TABLE)) {
    expect(cases.some((each) => !each.findings)).toBe(true);
    expect(cases.some((each) => each.findings)).toBe(true);
  }
  expect(new Set(RULE_METAS.map((meta) => meta.id)).size).toBe(RULE_METAS.length);
});

describe("findings", () => {
  it("of one kind on one layer are one, with a count and all places", async () => {
    const many = Array.from({ length: 300 }, (_, i) => line(0.3, "[] 0", 10 + i * 0.5)).join("");
    const { findings } = await judged("line/width-off-series", { name: "", content: wall(many) });
    expect(findings.length).toBe(1);
    expect(findings[0]!.count).toBe(300);
    expect(findings[0]!.placesMm.length).toBe(1200);
    expect([...findings[0]!.placesMm.slice(0, 4)].map((each) => Number(each.toFixed(2)))).toEqual([10, 10, 50, 0]);
    expect(findings[0]!.boxMm).toMatchObject({ x: 10, y: 10, width: 50 });
  });
  it("take the severity of the edition, and a rule that is off is silent", async () => {
    const loud = await judged("layer/empty", {
      name: "",
      content: wall(line(0.5)),
      layers: ["A-WALL", "A-DOOR"],
      standard: (s) => void (s.rules["layer/empty"] = { severity: "stop" }),
    });
    expect(loud.findings[0]!.severity).toBe("stop");
    const off = await judged("layer/empty", {
      name: "",
      content: wall(line(0.5)),
      layers: ["A-WALL", "A-DOOR"],
      standard: (s) => void (s.rules["layer/empty"] = { severity: "off" }),
    });
    expect(off.findings).toEqual([]);
  });
});
