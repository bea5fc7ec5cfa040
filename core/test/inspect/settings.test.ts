import { beforeAll, describe, expect, it } from "vitest";
import { changesOf, type Drawing } from "../../src/drawing";
import { inspect, statedScale, type Finding } from "../../src/inspect";
import { must, parseScale } from "../../src/quantity";
import { ALL_RULES, RULES } from "../../src/rules";
import { preset, SEVERITIES, type OfficeStandard, type RuleSetting } from "../../src/standard";
import { lettering, on, onePage, PT } from "../support/raw-pdf";
import { drawingOf } from "../support/tools";

const standard = (rules: Record<string, NonNullable<RuleSetting["severity"]>> = {}): OfficeStandard => ({
  ...preset("tarnwick")!,
  rules: Object.fromEntries(Object.entries(rules).map(([id, severity]) => [id, { severity }])),
});
const brief = (findings: readonly Finding[], except?: string): string[] =>
  findings
    .filter((finding) => finding.rule !== except)
    .map((finding) => JSON.stringify({ ...finding, placesMm: [...finding.placesMm] }))
    .sort();

/** One sheet with something for most rules. Invented. */
let drawing: Drawing;
beforeAll(async () => {
  drawing = await drawingOf(
    onePage({
      widthMm: 400,
      layers: ["A-WALL", "walls", "A-SIGN", "A-DOOR"],
      content:
        on(0, "0.5 w 1 1 m 9 9 l S 0.3 w 1 2 m 9 2 l S 0 w 1 3 m 9 3 l S 0.25 w 1 4 m 9 4 l S") +
        on(1, `0.5 w 1 5 m 9 5 l S ${lettering("HALL", 5, 50, 3)}`) +
        on(2, "0.25 w [1 9] 0 d 1 6 m 90 6 l S [] 0 d") +
        "0.5 w 1 7 m 9 7 l S",
    }),
  );
});

describe("how an edition has its rules", () => {
  it("the sheet has findings of most rules that a sheet can have", () => {
    const rules = new Set(inspect(drawing, standard()).findings.map((finding) => finding.rule));
    expect(rules.size).toBeGreaterThanOrEqual(8);
  });
  // Where fonts that are not in the file are taken, what is set in them is judged: no other rule stands in another's way.
  const alone = RULES.map((rule) => rule.id).filter((id) => id !== "file/font-not-embedded");
  it("fonts that are not in the file, taken: what is set in them is judged", () => {
    const found = inspect(drawing, standard({ "file/font-not-embedded": "off" })).findings.map(({ rule }) => rule);
    expect(found).toEqual(expect.arrayContaining(["text/height", "text/font"]));
    expect(found).not.toContain("file/font-not-embedded");
  });
  it.each(alone)("%s, turned off: its findings go, and no others", (id) => {
    const [usual, without] = [inspect(drawing, standard()), inspect(drawing, standard({ [id]: "off" }))];
    expect(without.findings.filter((finding) => finding.rule === id)).toEqual([]);
    expect(brief(without.findings)).toEqual(brief(usual.findings, id));
    expect(without.notJudged.filter((entry) => entry.rule === id)).toEqual([]);
  });
  it.each(RULES.flatMap((rule) => SEVERITIES.map((severity) => [rule.id, severity] as const)))(
    "%s, made %s: counts so, and nothing else of it changes",
    (id, severity) => {
      const [usual, said] = [inspect(drawing, standard()), inspect(drawing, standard({ [id]: severity }))];
      for (const finding of said.findings) if (finding.rule === id) expect(finding.severity).toBe(severity);
      expect(said.findings.map((finding) => finding.message).sort()).toEqual(
        usual.findings.map((finding) => finding.message).sort(),
      );
    },
  );
  it("a rule that there is not, and names of every object's own, change nothing", () => {
    const names = ["layer/nothing", "constructor", "toString", "__proto__"];
    const strange = standard(Object.fromEntries(names.map((name) => [name, "off" as const])));
    expect(brief(inspect(drawing, strange).findings)).toEqual(brief(inspect(drawing, standard()).findings));
  });
  it("what stops comes first, then what is to be mended, then notes", () => {
    const ranks = inspect(drawing, standard()).findings.map((finding) => SEVERITIES.indexOf(finding.severity));
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
  });
  it("judging twice finds the same (rules keep nothing)", () =>
    expect(brief(inspect(drawing, standard()).findings)).toEqual(brief(inspect(drawing, standard()).findings)));
});

describe("every finding", () => {
  it("names a known rule, a page or the file, a sentence, and what a mend would set", () => {
    const known = new Set<string>(ALL_RULES.map((meta) => meta.id));
    const { findings, foundOn } = inspect(drawing, standard());
    for (const finding of findings) {
      expect(known.has(finding.rule), finding.rule).toBe(true);
      expect([0, 1]).toContain(finding.page);
      expect(finding.message).toMatch(/[.]$/);
      expect(finding.count).toBeGreaterThanOrEqual(1);
      expect(finding.placesMm.length % 4).toBe(0);
      const changes = changesOf(foundOn.get(finding.key)?.mend ?? [], "set-width");
      for (const { widthMm } of changes) expect(widthMm).toBe(finding.expected);
      expect(changes.length > 0).toBe(finding.mend === "set-width");
    }
  });
  it("that is about marks says how many, and where each is, on the sheet", () => {
    for (const finding of inspect(drawing, standard()).findings.filter((each) => each.placesMm.length > 0)) {
      expect(finding.placesMm.length / 4).toBe(finding.count);
      for (let i = 0; i < finding.placesMm.length; i += 4) {
        expect(finding.placesMm[i]!).toBeGreaterThanOrEqual(-0.01);
        expect(finding.placesMm[i]! + finding.placesMm[i + 2]!).toBeLessThanOrEqual(400.01);
      }
    }
  });
});

describe("rules by their ids", () => {
  it("are in families by their first word, each once, with a page of documentation", async () => {
    const { existsSync, readFileSync } = await import("node:fs");
    const ids = ALL_RULES.map((meta) => meta.id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const { id, title } of ALL_RULES) {
      expect(id).toMatch(/^[a-z]+\/[a-z]+(-[a-z]+)*$/);
      const page = new URL(`../../../docs/rules/${id.replace("/", "-")}.md`, import.meta.url);
      expect(existsSync(page), id).toBe(true);
      expect(readFileSync(page, "utf8"), id).toContain(id);
      expect(title).toMatch(/^[A-Z].*[^.]$/);
    }
  });
});

describe("the scale that a file states", () => {
  const stating = (...ports: { box: number[]; factor: number }[]) =>
    drawingOf(
      onePage({
        content: "1 1 m 9 9 l S",
        page: `/VP [${ports
          .map(
            ({ box, factor }) =>
              `<< /BBox [${box.map((mm) => mm * PT).join(" ")}] /Measure << /Type /Measure /Subtype /RL /R (x) /X [<< /U (m) /C ${factor} >>] /D [<< /U (m) /C 1 >>] /A [<< /U (m2) /C 1 >>] >> >>`,
          )
          .join(" ")}]`,
      }),
    );
  const perPoint = (scale: number): number => (scale * 25.4) / 72 / 1000;
  it("is that of the largest part of the sheet (measure dictionaries of ISO 32000-1, 12.9)", async () => {
    const drawn = await stating(
      { box: [0, 0, 50, 50], factor: perPoint(20) },
      { box: [0, 0, 300, 200], factor: perPoint(100) },
    );
    expect(statedScale(drawn.pages[0]!)!.toNumber()).toBe(100);
  });
  it("of none is none; one that is nearly whole is whole", async () => {
    expect(statedScale((await stating()).pages[0]!)).toBeUndefined();
    expect(
      statedScale((await stating({ box: [0, 0, 99, 99], factor: perPoint(48.0000001) })).pages[0]!)!.toNumber(),
    ).toBe(48);
  });
  it("gives way to the one that the caller knows", async () => {
    const drawn = await stating({ box: [0, 0, 300, 200], factor: perPoint(33) });
    const unlisted = (scale?: string) =>
      inspect(drawn, standard(), scale ? { scale: must(parseScale(scale)) } : {}).findings.filter(
        (finding) => finding.rule === "scale/unlisted",
      ).length;
    expect(unlisted()).toBe(1);
    expect(unlisted("1:50")).toBe(0);
  });
});
