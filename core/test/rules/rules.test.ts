import { existsSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { inspect } from "../../src/inspect";
import { ALL_RULES, FAMILIES, familyOf, RULE_BOOK, RULES, settingProblems, type DrawingRule } from "../../src/rules";
import { preset } from "../../src/standard";
import { onePage } from "../support/raw-pdf";
import { judged, line, wall } from "../support/rule-tester";
import { drawingOf } from "../support/tools";

describe("rules", () => {
  it("each have a table of their own, right and wrong", () => {
    for (const { id } of RULES) expect(existsSync(new URL(`${id}.test.ts`, import.meta.url)), id).toBe(true);
  });
  it("have ids of their own, in a known family", () => {
    expect(new Set(ALL_RULES.map((rule) => rule.id)).size).toBe(ALL_RULES.length);
    for (const { id } of ALL_RULES) expect(Object.keys(FAMILIES), id).toContain(familyOf(id));
  });
  it("say of each figure how it usually is, within its bounds, and keep it under their own id", () => {
    for (const rule of ALL_RULES) {
      for (const { rule: kept, name, usual, least, most, sentence } of rule.parameters) {
        expect(kept).toBe(rule.id);
        expect(name).toMatch(/^(share|[a-z]+[A-Za-z]*(Mm|Share|Deg))$/);
        expect(usual >= least && usual <= most, `${rule.id} ${name}`).toBe(true);
        expect(sentence).toMatch(/^[A-Z].*\.$/);
      }
    }
  });
  it("that go by a recogniser's figure: some rule sets it", () => {
    const set = new Set(ALL_RULES.flatMap((rule) => rule.parameters));
    for (const rule of ALL_RULES)
      for (const recogniser of rule.scope === "set" ? [] : rule.reads)
        for (const each of recogniser.parameters ?? []) expect(set.has(each)).toBe(true);
  });
  it("that mend say so, and only they bring changes", async () => {
    const drawing = await drawingOf(
      onePage({ layers: ["walls", "A-WALL"], content: wall(line(0.3)) + `/OC /L1 BDC ${line(0, "[9 5] 0")} EMC` }),
    );
    const { findings, foundOn } = inspect(drawing, preset("tarnwick")!);
    for (const { key, rule, mend } of findings) {
      const declared = RULE_BOOK.find((each) => each.id === rule)?.mends;
      if (mend !== undefined) expect(mend).toBe(declared);
      expect((foundOn.get(key)?.mend.length ?? 0) > 0).toBe(mend !== undefined);
    }
    expect(findings.filter((finding) => finding.mend).length).toBeGreaterThan(2);
  });
});

describe("a rule that throws", () => {
  it("is not judged, with its id; the others go on", async () => {
    const drawing = await drawingOf(onePage({ layers: ["walls"], content: wall(line(0.3)) }));
    const broken: DrawingRule = {
      ...(RULES[0] as DrawingRule),
      id: "file/broken" as const,
      needs: [],
      judge: ({ report }) => {
        report({ page: 0, message: () => "half a truth" });
        throw new Error("boom");
      },
    };
    const whole = inspect(drawing, preset("tarnwick")!);
    const rest = inspect(drawing, preset("tarnwick")!, { rules: [broken, ...RULES] });
    expect(rest.findings).toEqual(whole.findings);
    expect(rest.notJudged.filter((each) => each.rule === "file/broken")).toEqual([
      { rule: "file/broken", title: broken.title, reason: expect.stringMatching(/file\/broken.*boom/) },
    ]);
  });
});

describe("what a standard says of rules", () => {
  it("is used within the bounds, and is as usual beyond them", async () => {
    const each = { name: "", content: wall(line(0.52)) };
    const off = (offMm: number) =>
      judged("line/width-off-series", {
        ...each,
        standard: (s) => void (s.rules["line/width-off-series"] = { parameters: { offMm } }),
      }).then(({ findings }) => findings.length);
    expect([await off(0.01), await off(0.03), await off(-1), await off(99)]).toEqual([1, 0, 1, 1]);
  });
  it("is told where it can't be used", () => {
    const standard = preset("tarnwick")!;
    standard.rules = {
      "line/width-off-series": { parameters: { offMm: 7, onMm: 1 } },
      "line/straight": { severity: "off" },
      "text/height": { parameters: { offShare: 0.05 } },
    };
    expect(settingProblems(standard, ALL_RULES).map(({ code, at }) => `${code} ${at}`)).toEqual([
      'invalid-value rules["line/width-off-series"].parameters.offMm',
      'unknown-parameter rules["line/width-off-series"].parameters.onMm',
      'unknown-rule rules["line/straight"]',
    ]);
  });
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
