import { plantedSheet } from "../plants/plan";
import { Chance } from "../recognition/chance";
import type { Mark, Point, Scene } from "../recognition/scene";

/** Between one plan and the next. Millimetres. */
const APART_MM = 20;
const PLAN_MM = { width: 841, height: 594 };

/**
 * A page of floor plans of other measures, beside and above each other, with so many strokes or a few more: walls,
 * rows of dimensions, grids, hatches and lettering, as an office draws them, without a fault.
 */
export function plansPage(strokes: number): Scene {
  const marks: Mark[] = [];
  let plans = 0;
  let drawn = 0;
  for (let seed = 1; drawn < strokes; seed++) {
    const { scene } = plantedSheet(seed, undefined);
    const by: Point = [
      (plans % ACROSS) * (PLAN_MM.width + APART_MM),
      Math.floor(plans / ACROSS) * (PLAN_MM.height + APART_MM),
    ];
    for (const mark of scene.marks) marks.push(moved(mark, by));
    drawn += scene.marks.filter(({ kind }) => kind !== "text" && kind !== "area").length;
    plans++;
  }
  return pageOf(`plans-${strokes}`, marks, plans);
}
/** Plans beside each other. */
const ACROSS = 12;

const moved = (mark: Mark, [dx, dy]: Point): Mark => {
  const by = ([x, y]: Point): Point => [x + dx, y + dy];
  return "points" in mark ? { ...mark, points: mark.points.map(by) } : { ...mark, at: by(mark.at) };
};

const pageOf = (name: string, marks: Mark[], plans: number): Scene => ({
  name,
  widthMm: Math.min(plans, ACROSS) * (PLAN_MM.width + APART_MM),
  heightMm: Math.ceil(plans / ACROSS) * (PLAN_MM.height + APART_MM),
  font: "sans",
  marks,
  truth: { drawings: [] },
});

/** A page of lines that cross at random, and a few figures. */
export function crossingPage(strokes: number): Scene {
  const chance = new Chance(strokes);
  const at = (): Point => [chance.between(20, 820), chance.between(20, 570)];
  const marks: Mark[] = Array.from({ length: strokes }, () => {
    const [x, y] = at();
    const end: Point = [x + chance.between(-40, 40), y + chance.between(-40, 40)];
    return { kind: "line", points: [[x, y], end], closed: false, width: 0.25, dash: [] };
  });
  for (let i = 0; i < 400; i++)
    marks.push({
      kind: "text",
      at: at(),
      text: String(chance.whole(100, 9000)),
      height: 2.5,
      angle: 0,
      align: "left",
      torn: "whole",
    });
  return { name: `crossing-${strokes}`, widthMm: 841, heightMm: 594, font: "sans", marks, truth: { drawings: [] } };
}
