import { plantedSheet } from "../plants/plan";
import { Chance } from "../recognition/chance";
import type { Mark, Point, Scene } from "../recognition/scene";

/** Between one plan and the next. Millimetres. */
const APART_MM = 20;

/**
 * A page of floor plans of other measures, beside and above each other, with so many strokes or a few more: walls,
 * rows of dimensions, grids, hatches and lettering, as an office draws them, without a fault. A reduction keeps the page
 * of very many within what a reader takes.
 */
export function plansPage(strokes: number, reduction = 1): Scene {
  const plans: Mark[][] = [];
  for (let seed = 1, drawn = 0; drawn < strokes; seed++) {
    const marks = plantedSheet(seed, undefined).scene.marks.map((mark) => reduced(mark, reduction));
    plans.push(marks);
    drawn += marks.filter(({ kind }) => kind !== "text" && kind !== "area").length;
  }
  const across = Math.ceil(Math.sqrt(plans.length));
  const [width, height] = [0, 1].map((axis) => Math.max(...plans.map((marks) => sizeOf(marks, axis)))) as [
    number,
    number,
  ];
  const marks = plans.flatMap((own, i) => {
    const at: Point = [(i % across) * (width + APART_MM), Math.floor(i / across) * (height + APART_MM)];
    const by: Point = [at[0] + APART_MM - leastOf(own, 0), at[1] + APART_MM - leastOf(own, 1)];
    return own.map((mark) => moved(mark, by));
  });
  return {
    name: `plans-${strokes}`,
    widthMm: across * (width + APART_MM) + APART_MM,
    heightMm: Math.ceil(plans.length / across) * (height + APART_MM) + APART_MM,
    font: "sans",
    marks,
    truth: { drawings: [] },
  };
}

const pointsOf = (mark: Mark): readonly Point[] => ("points" in mark ? mark.points : [mark.at]);
const alongOf = (marks: readonly Mark[], axis: number): number[] =>
  marks.flatMap((mark) => pointsOf(mark).map((point) => point[axis]!));
const leastOf = (marks: readonly Mark[], axis: number): number => Math.min(...alongOf(marks, axis));
const sizeOf = (marks: readonly Mark[], axis: number): number =>
  Math.max(...alongOf(marks, axis)) - leastOf(marks, axis);

const reduced = (mark: Mark, by: number): Mark => {
  const at = ([x, y]: Point): Point => [x * by, y * by];
  if (mark.kind === "area") return { ...mark, points: mark.points.map(at) };
  if (mark.kind === "line")
    return { ...mark, points: mark.points.map(at), width: mark.width * by, dash: mark.dash.map((each) => each * by) };
  if (mark.kind === "text") return { ...mark, at: at(mark.at), height: mark.height * by };
  return { ...mark, at: at(mark.at), radius: mark.radius * by, width: mark.width * by };
};

const moved = (mark: Mark, [dx, dy]: Point): Mark => {
  const by = ([x, y]: Point): Point => [x + dx, y + dy];
  return "points" in mark ? { ...mark, points: mark.points.map(by) } : { ...mark, at: by(mark.at) };
};

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
