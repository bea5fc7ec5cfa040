import { changesOf, type MarkChange } from "../../../drawing";
import type { PageOrigin, PathOperators } from "../origin";
import { numberText } from "../syntax/serialise";
import type { AddPatch } from "./patch";

/** Setting one property (width or dash) of the painting operators of a page. */
interface Property {
  /** Operand text wanted for each row of the path operators; undefined where nothing changes. */
  readonly wanted: readonly (string | undefined)[];
  /** Where the value in force was set in the same instance; from = to = 0 for nowhere. */
  readonly setFrom: Uint32Array;
  readonly setTo: Uint32Array;
  readonly operator: "w" | "d";
  /** The operand text that was in force, to go back to. */
  readonly was: (row: number) => string;
}

/** Sets widths and dashes of paths. */
export function setWidthsAndDashes(page: PageOrigin, changes: readonly MarkChange[], add: AddPatch): void {
  const { paths } = page;
  const inherits = instancesThatInherit(page);
  setProperty(page, inherits, add, {
    wanted: wantedByOperator(
      paths,
      changesOf(changes, "set-width").map(({ rows, widthMm }) => ({
        rows,
        text: (unitMm) => numberText(widthMm / unitMm),
      })),
    ),
    setFrom: paths.widthFrom,
    setTo: paths.widthTo,
    operator: "w",
    was: (row) => numberText(paths.width[row] ?? 1),
  });
  setProperty(page, inherits, add, {
    wanted: wantedByOperator(
      paths,
      changesOf(changes, "set-line-type").map(({ rows, dashMm }) => ({
        rows,
        text: (unitMm) => `[${dashMm.map((each) => numberText(each / unitMm)).join(" ")}] 0`,
      })),
    ),
    setFrom: paths.dashFrom,
    setTo: paths.dashTo,
    operator: "d",
    was: (row) => paths.dashTexts[paths.dashText[row] ?? 0] ?? "[] 0",
  });
}

/** One painting operator may paint several marks; a change of one of them is a change of all. */
function wantedByOperator(
  { count, ofMark, unitMm }: PathOperators,
  changes: readonly { rows: Uint32Array; text: (unitMm: number) => string }[],
): (string | undefined)[] {
  const wanted = new Array<string | undefined>(count).fill(undefined);
  for (const { rows, text } of changes) {
    for (const row of rows) {
      const at = ofMark[row] ?? 0;
      wanted[at] ??= text(unitMm[at] ?? 1);
    }
  }
  return wanted;
}

/** Instances in which a form is drawn that takes over their width or dash; there, a setting is not ours alone. */
function instancesThatInherit({ instances, paths }: PageOrigin): Set<number> {
  const found = new Set<number>();
  for (let row = 0; row < paths.count; row++) {
    if (paths.widthFrom[row] !== paths.widthTo[row] && paths.dashFrom[row] !== paths.dashTo[row]) continue;
    for (
      let parent = instances[paths.instance[row] ?? 0]?.parent ?? -1;
      parent >= 0;
      parent = instances[parent]?.parent ?? -1
    )
      found.add(parent);
  }
  return found;
}

/**
 * Where everything painted with one setting wants the same new value, and nothing else goes by it, the setting itself
 * is rewritten. Elsewhere the value is set before the path and set back after it.
 */
function setProperty(
  { paths, shared }: PageOrigin,
  inherits: ReadonlySet<number>,
  add: AddPatch,
  property: Property,
): void {
  const { wanted, setFrom, setTo, operator, was } = property;
  if (wanted.every((each) => each === undefined)) return;
  const settings = new Map<string, string | null>();
  const keyOf = (row: number): string => `${paths.instance[row]}:${setFrom[row]}`;
  const canRewrite = (row: number): boolean =>
    setFrom[row] !== setTo[row] && !inherits.has(paths.instance[row] ?? 0) && !shared.has(keyOf(row));
  for (let row = 0; row < paths.count; row++) {
    if (!canRewrite(row)) continue;
    const [key, want] = [keyOf(row), wanted[row] ?? null];
    const known = settings.get(key);
    settings.set(key, known === undefined || known === want ? want : null);
  }
  const rewritten = new Set<string>();
  for (let row = 0; row < paths.count; row++) {
    const want = wanted[row];
    if (want === undefined) continue;
    const instance = paths.instance[row] ?? 0;
    const key = keyOf(row);
    const [start, end] = [paths.start[row] ?? 0, paths.end[row] ?? 0];
    const setting = { from: setFrom[row] ?? 0, to: setTo[row] ?? 0, text: `${want} ${operator}` };
    const ours = canRewrite(row) && settings.get(key) === want;
    // A setting between the parts of the path counts for the whole of it; whatever is set before has no effect.
    const inside = setting.from >= start && setting.to <= end && setting.from !== setting.to;
    if (ours || inside) {
      if (!rewritten.has(key)) add(instance, setting);
      rewritten.add(key);
    } else add(instance, { from: start, to: start, text: `${want} ${operator} ` });
    if (!ours) add(instance, { from: end, to: end, text: ` ${was(row)} ${operator}`, closes: true });
  }
}
