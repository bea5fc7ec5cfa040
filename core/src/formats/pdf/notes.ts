import { IDENTITY, type Matrix } from "../../drawing";
import { arrayAt, dictAt, dictOf, lookup, nameAt, numberAt, numbersAt, rawAt } from "./objects";
import { boxOnPaper } from "./page-box";
import { Stream, type Dict, type Value } from "./syntax/values";

/** A note on a page: an annotation that has an appearance and is printed (ISO 32000-1, 12.5). */
export interface Note {
  readonly appearance: Stream;
  /** From the space of the appearance, its own matrix left out, to that of the page. */
  readonly matrix: Matrix;
  /** The layer that it says it is on. */
  readonly layer: Value | undefined;
  readonly name: string;
}

const HIDDEN = 2;
const PRINT = 4;

/** The notes of a page that come to the paper. */
export function notesOf(page: Dict): Note[] {
  return arrayAt(page, "Annots").flatMap((each) => {
    const dict = dictOf(each);
    const flags = numberAt(dict, "F") ?? 0;
    if (!dict || (flags & HIDDEN) !== 0 || (flags & PRINT) === 0 || nameAt(dict, "Subtype") === "Popup") return [];
    const appearance = appearanceOf(dict);
    const matrix = appearance && placing(appearance.dict, numbersAt(dict, "Rect"));
    return matrix ? [{ appearance, matrix, layer: rawAt(dict, "OC"), name: nameAt(dict, "Subtype") ?? "" }] : [];
  });
}

/** The normal appearance; of several states the one that is on. */
function appearanceOf(annotation: Dict): Stream | undefined {
  const normal = lookup(dictAt(annotation, "AP"), "N");
  const chosen = normal instanceof Stream ? normal : lookup(dictOf(normal), nameAt(annotation, "AS") ?? "");
  return chosen instanceof Stream ? chosen : undefined;
}

/** The map that lays the appearance's box over the annotation's rectangle (algorithm of 12.5.5). */
function placing(form: Dict, rect: readonly number[]): Matrix | undefined {
  const edge = numbersAt(form, "BBox");
  if (edge.length !== 4 || rect.length !== 4 || ![...edge, ...rect].every(Number.isFinite)) return undefined;
  const from = boxOnPaper(edge, matrixOf(form));
  const to = boxOnPaper(rect, IDENTITY);
  if (!(from.width > 0) || !(from.height > 0)) return undefined;
  const [a, d] = [to.width / from.width, to.height / from.height];
  return { a, b: 0, c: 0, d, e: to.x - from.x * a, f: to.y - from.y * d };
}

/** The matrix of a form. */
export function matrixOf(form: Dict): Matrix {
  const [a, b, c, d, e, f] = numbersAt(form, "Matrix");
  return [a, b, c, d, e, f].every(Number.isFinite) ? ({ a, b, c, d, e, f } as Matrix) : IDENTITY;
}
