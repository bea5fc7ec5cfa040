/**
 * Strokes that follow one another with the same pen are painted as one path. A drawing of 200,000 lines is as many
 * paths for the library, and each costs more to begin than to paint. What is painted is the same as long as a place
 * that two strokes cover is no darker than one that one stroke covers: from the first step on that makes paint thinner
 * or blends it, nothing is joined any more.
 */
import { OPS } from "pdfjs-dist";

/** Steps of a page: what is to be done, and with what, place by place in two lists. */
export interface Steps {
  readonly fnArray: readonly number[];
  readonly argsArray: readonly unknown[];
}

/** A path to be painted: the step that paints it, its points, and the box around them. */
type PathArgs = readonly [paint: number, points: [Float32Array], box: Float32Array];

/** Numbers of one path: beyond, painting one large path takes longer than painting two. */
const MOST_NUMBERS = 3000;
/** Settings of the graphics state under which paint that is laid on twice shows. */
const SHOWS_TWICE = new Set(["CA", "ca", "BM", "SMask"]);

/** Joins strokes, one part of a page's steps after another. */
export class StrokeJoiner {
  private paintShowsTwice = false;

  joined({ fnArray, argsArray }: Steps): Steps {
    const [functions, args]: [number[], unknown[]] = [[], []];
    for (let i = 0; i < fnArray.length; i++) {
      const step = fnArray[i]!;
      if (step === OPS.setGState && showsTwice(argsArray[i])) this.paintShowsTwice = true;
      const end = this.paintShowsTwice ? i + 1 : endOfRun(fnArray, argsArray, i);
      functions.push(step);
      args.push(end > i + 1 ? onePath(argsArray.slice(i, end) as PathArgs[]) : argsArray[i]);
      i = Math.max(i, end - 1);
    }
    return { fnArray: functions, argsArray: args };
  }
}

const showsTwice = (args: unknown): boolean =>
  (args as readonly [readonly (readonly [string, unknown])[]])[0].some(
    ([key, value]) => SHOWS_TWICE.has(key) && value !== 1 && value !== false && value !== "source-over",
  );

/** Where the strokes end that begin at `first`, or that become too many for one path. */
function endOfRun(fnArray: readonly number[], argsArray: readonly unknown[], first: number): number {
  let numbers = 0;
  let i = first;
  for (; i < fnArray.length && fnArray[i] === OPS.constructPath; i++) {
    const [paint, [points], box] = argsArray[i] as PathArgs;
    if (paint !== OPS.stroke || !(points instanceof Float32Array) || !box) break;
    numbers += points.length;
    if (numbers > MOST_NUMBERS && i > first) break;
  }
  return i;
}

function onePath(paths: readonly PathArgs[]): PathArgs {
  const points = new Float32Array(paths.reduce((sum, [, [each]]) => sum + each.length, 0));
  const box = paths[0]![2];
  let at = 0;
  for (const [, [each], { 0: left, 1: top, 2: right, 3: bottom }] of paths) {
    points.set(each, at);
    at += each.length;
    box[0] = Math.min(box[0]!, left!);
    box[1] = Math.min(box[1]!, top!);
    box[2] = Math.max(box[2]!, right!);
    box[3] = Math.max(box[3]!, bottom!);
  }
  return [OPS.stroke, [points], box];
}
