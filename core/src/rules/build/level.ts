import { mostAgreed } from "../../base/agreed";
import { addTo } from "../../base/grouped";
import { mm } from "../../base/words";
import { boxOfPoints } from "../../drawing";
import { formatLength, Length } from "../../quantity";
import { levelRows } from "../../recognise/building/level-rows";
import { LEVELS, type Level } from "../../recognise/building/levels";
import { cornersOf } from "../../recognise/lettering";
import type { PageFacts } from "../../recognise/recogniser";
import { rule, type JudgeContext, type Report } from "../rule";
import { offOf } from "./off";

const OFF = offOf("build/level", "A level");

export const level = rule({
  id: "build/level",
  title: "A level that disagrees with its height or with the same level elsewhere",
  severity: "mend",
  scope: "file",
  needs: [],
  reads: [LEVELS],
  parameters: [OFF],
  page: {
    measures:
      "Levels of one section or elevation against each other: the difference of their values against the distance between their lines, at the scale that the dimensions imply, in metres, decimal feet or feet and inches. Where three and more of different heights agree, or two of which one is zero, one that does not is told; of two alone, where one is zero and the dimensions, or the scale that they imply, say otherwise than the other. Storeys that are named: the same name has the same level on every drawing of the file.",
    why: "Foundations are dug and slabs poured to levels. One that was not changed with the drawing is found when the stairs don't fit.",
    right: "0.00, +2.70 and +5.40 at lines 54 mm apart at 1:50.",
    wrong: "+5.20 at the upper one.",
    cannotSee: "Levels on plans, and two levels of a drawing that has no zero or no scale.",
    mend: "None: either the value or the line is wrong.",
  },
  judge(context) {
    const told = new Set<Level>();
    for (const facts of context.pages)
      for (const { off, agreeing, by } of levelRows(facts, context.valueOf(OFF)))
        for (const { level: each, readsMm, standsAtMm } of off) {
          told.add(each);
          const should = inUnitOf(standsAtMm, readsMm, each);
          context.report({
            ...placeOf(facts, each),
            message: () =>
              `“${each.text}” stands where ${should} would be: ${mm(Math.abs(Math.round(standsAtMm - readsMm)))} off, by ${by === "levels" ? `${agreeing.length} other levels of this drawing` : `the zero level and ${by === "scale" ? "the scale of the dimensions" : "the dimension between them"}`}.`,
            measured: each.text,
            expected: should,
          });
        }
    judgeNames(context, told);
  },
});

/** Named storeys: what most drawings of the file say of one holds. */
function judgeNames({ pages, report, valueOf }: JudgeContext, told: ReadonlySet<Level>): void {
  const off = valueOf(OFF);
  const named = new Map<string, { facts: PageFacts; level: Level }[]>();
  for (const facts of pages)
    for (const { value } of facts.of(LEVELS))
      if (value.name.length >= LEAST_NAME && !told.has(value)) addTo(named, value.name, { facts, level: value });
  for (const [name, all] of named) {
    const valueAt = ({ level: { readings } }: (typeof all)[number]): number => readings[0]?.length.toNumber() ?? 0;
    const meant = all[mostAgreed(all.map((each, by) => ({ value: valueAt(each), reach: off, by }))) ?? -1];
    if (!meant) continue;
    const isAgreeing = (each: (typeof all)[number]): boolean => Math.abs(valueAt(each) - valueAt(meant)) <= off;
    const agreeing = all.filter(isAgreeing).length;
    for (const each of all) {
      if (isAgreeing(each)) continue;
      report({
        ...placeOf(each.facts, each.level),
        message: () =>
          `“${name}” is at ${each.level.text} here and at ${meant.level.text} on ${agreeing === 1 ? "another drawing" : `${agreeing} other places`}.`,
        measured: each.level.text,
        expected: meant.level.text,
      });
    }
  }
}
/** Shorter names are letters of grids and marks. */
const LEAST_NAME = 4;

const placeOf = (facts: PageFacts, { line }: Level): Omit<Report, "message"> => ({
  page: facts.page.index,
  placed: true,
  layer: line.layer,
  marks: { of: "texts", rows: Uint32Array.from(line.rows) },
  regionMm: boxOfPoints(cornersOf(line)),
});

/** A height in the unit that a level is written in: the one in which it reads as it does. */
function inUnitOf(heightMm: number, readsMm: number, { readings }: Level): string {
  const unit = readings.find(({ length }) => Math.abs(length.toNumber() - readsMm) < 1e-6)?.unit ?? "m";
  const sign = heightMm < 0 ? "−" : "+";
  const size = Math.abs(heightMm);
  if (unit === "ft") return `${sign}${(size / 304.8).toFixed(2)}'`;
  if (unit === "in")
    return `${sign}${formatLength(Length.of(size, "mm"), { system: "feet-inches", finestFraction: 8 })}`;
  return unit === "mm" ? `${sign}${size.toFixed(0)}` : `${sign}${(size / 1000).toFixed(3)}`;
}
