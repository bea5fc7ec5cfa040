import { groupedBy } from "../../base/grouped";
import { boxOfPoints, type BoxMm } from "../../drawing";
import { cornersOf, type TextLine } from "../lettering";
import type { LineWork } from "../line-work";
import type { PageFacts } from "../recogniser";
import { cellAround } from "./cells";
import { fieldOf, labelled, type TitleField } from "./labels";
import { cellOf, inOrder, letteringIn, placedBy, toldCell, type TitleCell } from "./title-cell";

/** A cell and the next one, and room around what shares a cell with others. Millimetres. */
const NEXT_MM = 1;
/** So many labels in a column of their own have their values beside them. */
const LEAST_COLUMN = 2;
/** Values stand on the line of their label within this share of its height, and begin no more before it than this. */
const SAME_ROW = 0.7;
const BEFORE_MM = 1;
const SAME_COLUMN_MM = 0.5;

/** A word that may label a field, in the cell that is drawn around it. */
export interface Label {
  readonly line: TextLine;
  readonly field: TitleField;
  readonly boxMm: BoxMm;
}

/** A label, or a word that stands as one. */
type LabelOfAny = Pick<Label, "line"> & { readonly field: TitleField | undefined };

/** The cell of each label: what is drawn around it, that beside it where labels have cells of their own, or its part of one. */
export function cellsOf(
  facts: PageFacts,
  lines: LineWork,
  labels: readonly Label[],
  looked: { left: number },
): TitleCell[] {
  const groups: Label[][] = [];
  for (const label of labels) {
    const known = groups.find(([first]) => first && isSame(first.boxMm, label.boxMm));
    if (known) known.push(label);
    else groups.push([label]);
  }
  const beside = valuesBeside(facts, lines, groups, looked);
  return groups.flatMap((group): TitleCell[] => {
    const [first, ...others] = group;
    if (!first) return [];
    const values = beside.get(first);
    if (values) return [cellOf(facts, values, first.line.text, first.field, first.line)];
    return others.length > 0
      ? sharedCell(facts, group)
      : [cellOf(facts, first.boxMm, first.line.text, first.field, first.line)];
  });
}

/** Where labels stand in a column of their own, the cells of their values beside them, by the label. */
function valuesBeside(
  facts: PageFacts,
  lines: LineWork,
  groups: readonly (readonly Label[])[],
  looked: { left: number },
): Map<Label, BoxMm> {
  const alone = groups.flatMap((group): Label[] => {
    const [label, ...others] = group;
    const isAlone = label && others.length === 0 && !labelled(label.line.text)?.value;
    return isAlone && letteringIn(facts, label.boxMm).length === 1 ? [label] : [];
  });
  const found = new Map<Label, BoxMm>();
  for (const column of groupedBy(alone, ({ boxMm }) => `${Math.round(boxMm.x)} ${Math.round(boxMm.width)}`).values()) {
    const pairs = column.flatMap((label): [Label, BoxMm][] => {
      const { x, y, width, height } = label.boxMm;
      const right = cellAround(lines, [x + width + NEXT_MM, y + height / 2], looked);
      const isLevel = right && Math.abs(right.y - y) + Math.abs(right.height - height) < NEXT_MM;
      const isValue = isLevel && letteringIn(facts, right).every(({ text }) => fieldOf(text) === undefined);
      return isValue ? [[label, right]] : [];
    });
    // One empty cell beside another says nothing; most of a column with something beside each is a table of both.
    const filled = pairs.filter(([, right]) => letteringIn(facts, right).length > 0).length;
    if (pairs.length >= LEAST_COLUMN && filled * 2 > column.length)
      for (const [label, right] of pairs) found.set(label, right);
  }
  return found;
}

/** Several labels between the same lines: each has what stands to its right, or below it, before the next. */
function sharedCell(facts: PageFacts, known: readonly Label[]): TitleCell[] {
  const [first] = known;
  if (!first) return [];
  const labels = [...known, ...labelsLike(known, letteringIn(facts, first.boxMm))];
  const values = new Map<LabelOfAny, TextLine[]>(labels.map((label) => [label, []]));
  for (const line of letteringIn(facts, first.boxMm)) {
    if (labels.some((label) => label.line === line)) continue;
    const own = labels
      .flatMap((label) => {
        const [along, down] = placedBy(label.line, line);
        const isRight = Math.abs(down) <= SAME_ROW * label.line.heightMm;
        const isBelow = down > 0 && along > -BEFORE_MM;
        return along > -BEFORE_MM && (isRight || isBelow) ? [{ label, away: down * 4 + Math.max(0, along) }] : [];
      })
      .sort((a, b) => a.away - b.away)[0];
    if (own) values.get(own.label)?.push(line);
  }
  // Labels with nothing of their own head the columns of a table.
  if ([...values.values()].filter((own) => own.length > 0).length * 2 < labels.length) return [];
  return labels.map((label): TitleCell => {
    const { line, field } = label;
    const own = inOrder(line, values.get(label) ?? []);
    const boxMm = boxOfPoints([line, ...own].flatMap(cornersOf), NEXT_MM);
    return toldCell(field, line.text, boxMm, line, own);
  });
}

/** Words that stand in one column with labels, and as large as they, label something that is no field of ours. */
function labelsLike(labels: readonly Label[], inside: readonly TextLine[]): LabelOfAny[] {
  const own = new Set(labels.map(({ line }) => line));
  return inside.flatMap((line): LabelOfAny[] => {
    if (own.has(line)) return [];
    const alike = labels.filter(
      (label) =>
        Math.abs(label.line.startMm[0] - line.startMm[0]) <= SAME_COLUMN_MM &&
        Math.abs(label.line.heightMm - line.heightMm) <= 0.05 * line.heightMm,
    );
    return alike.length >= LEAST_COLUMN ? [{ line, field: undefined }] : [];
  });
}

const isSame = (a: BoxMm, b: BoxMm): boolean =>
  Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.width - b.width) + Math.abs(a.height - b.height) < 1;
