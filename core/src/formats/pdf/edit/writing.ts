import { changesOf, concat, inverse, type MarkChange, type Matrix, type TextAddition } from "../../../drawing";
import type { PageOrigin } from "../origin";
import { hexText, nameText, numberText } from "../syntax/serialise";
import { layerName } from "./moves";
import { NotSafe, type AddPatch } from "./patch";
import { matrixText } from "./rewrites";
import type { PageWatch } from "./watch";

/**
 * Writes words that were not there, behind all that the page's own content shows. What that content leaves set is put
 * away first, so that it is nothing to the words.
 */
export function writeTexts(
  page: PageOrigin,
  watch: PageWatch,
  changes: readonly MarkChange[],
  toPaper: Matrix,
  add: AddPatch,
): void {
  const additions = changesOf(changes, "write-text");
  if (additions.length === 0) return;
  if (page.instances.some(({ isNote }) => isNote))
    throw new NotSafe("The page has notes with marks of their own, behind which nothing is written.");
  const end = watch.contents[0]?.length ?? 0;
  add(0, { from: 0, to: 0, text: "q " });
  add(0, { from: end, to: end, text: "\nQ" });
  for (const addition of additions)
    addition.rows.forEach((_, i) => {
      const { text, layer } = written(page, watch, addition, i, toPaper);
      add(0, { from: end, to: end, text, ...(layer > 0 ? { layer } : {}) });
    });
}

/** The operators of one of the words of a change, and the number of the layer's object that they name; 0 for none. */
function written(
  { texts }: PageOrigin,
  watch: PageWatch,
  { like, strings, heightMm, startMm, rgb }: TextAddition,
  i: number,
  toPaper: Matrix,
): { text: string; layer: number } {
  const row = like[i] ?? 0;
  const shown = watch.shown[row];
  const font = texts.fontNames[row] ?? "";
  if (!shown || texts.instance[row] !== 0 || font === "")
    throw new NotSafe("The lettering around it stands in a part of its own, whose font the page can't write with.");
  const encoded = shown.font.encode(strings[i] ?? "");
  if (!encoded) throw new NotSafe("The font that is embedded in the file lacks letters that are needed.");
  const factor = heightMm / (texts.heightMm[row] || heightMm);
  const onPaper = concat(shown.matrix, shown.ctm);
  const at = { ...onPaper, e: startMm[i * 2] ?? 0, f: startMm[i * 2 + 1] ?? 0 };
  const squeeze = shown.horizontal === 1 ? "" : `${numberText(shown.horizontal * 100)} Tz `;
  const ink = [16, 8, 0].map((shift) => numberText(((rgb >> shift) & 255) / 255)).join(" ");
  const show = [
    `q ${ink} rg BT`,
    `${nameText(font)} ${numberText(shown.fontSize * factor)} Tf`,
    `${squeeze}${matrixText(concat(at, inverse(toPaper)))} Tm`,
    `<${hexText(encoded.bytes)}> Tj ET Q`,
  ].join(" ");
  const sequence = watch.sequences[shown.sequence];
  if (!sequence) return { text: `\n${show}`, layer: 0 };
  if (sequence.layer === 0) throw new NotSafe("Whether the lettering around it shows is decided by several layers.");
  return { text: `\n/OC ${nameText(layerName(sequence.layer))} BDC ${show} EMC`, layer: sequence.layer };
}
