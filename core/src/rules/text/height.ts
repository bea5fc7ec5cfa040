import { linesOfLettering, mm } from "../../base/words";
import { fromTo, PAINT, textLines, type HeightChange, type Page } from "../../drawing";
import { formatScale, type Scale } from "../../quantity";
import { notJudgedFont } from "../../recognise/embedding";
import { HEIGHT_OFF, isHeight, JUDGED_HEIGHTS } from "../../recognise/heights";
import type { TextLook } from "../../recognise/looks";
import type { FileFacts } from "../../recognise/recogniser";
import { STATED_SCALE } from "../../recognise/stated-scale";
import { rule } from "../rule";

export const height = rule({
  id: "text/height",
  title: "Lettering height not in the text styles",
  severity: "mend",
  scope: "page",
  needs: ["textStyles"],
  reads: [JUDGED_HEIGHTS, STATED_SCALE],
  parameters: [HEIGHT_OFF],
  mends: "set-height",
  page: {
    measures:
      "The height of capitals on paper: size × matrix × the height of the font's capitals. That is measured in the embedded font itself, else taken from published metrics, else from what the file says; where none of these says it, the lettering is not judged. Where the scale is stated, the finding says at which scale the lettering would be right.",
    why: "Heights are decided on paper, so that all sheets read alike and survive being reduced.",
    right: "2.5 mm.",
    wrong: "3 mm.",
    cannotSee: "Lettering drawn as lines.",
    mend: "The height is set to the nearest text style's, about the start of each string.",
  },
  judge({ file, pages, report, leaveOpen }) {
    for (const facts of pages) {
      const lines = textLines(facts.page.texts);
      const mixed = mixedLines(facts.page, lines);
      const stated = facts.of(STATED_SCALE)[0]?.value.scale;
      for (const { value } of facts.of(JUDGED_HEIGHTS)) {
        const { look, styles, nearest, supposed } = value;
        const unknown = notJudgedFont(file, look.font);
        if (unknown !== undefined) {
          leaveOpen(unknown);
          continue;
        }
        if (supposed) {
          const name = file.drawing.fonts[look.font]?.name ?? "a font";
          leaveOpen(
            `How tall the capitals of ${name} are is not known, so the height of what is set in it is not, either.`,
          );
          continue;
        }
        if (styles.length > 0 || !nearest) continue;
        const page = facts.page.index;
        report({
          page,
          layer: look.layer,
          marks: { of: "texts", rows: look.rows },
          message: (count) =>
            `${linesOfLettering(count)} ${count === 1 ? "is" : "are"} ${mm(look.heightMm)} high on paper, which is the height of no text style; the nearest is ${mm(nearest.heightMm)}.${rightScale(file, stated, look)}`,
          measured: Number(look.heightMm.toFixed(2)),
          expected: nearest.heightMm,
          unit: "mm",
          ...(look.rows.every((row) => !mixed.has(lines[row] ?? row))
            ? { mend: [resized(facts.page, lines, look.rows, nearest.heightMm)] }
            : {}),
        });
      }
    }
  },
});

/** The change that gives strings another height, each line of them about its start. */
function resized(page: Page, lines: Uint32Array, rows: Uint32Array, heightMm: number): HeightChange {
  const { texts } = page;
  const shiftMm = Float32Array.from(rows, (row) => {
    const first = lines[row] ?? row;
    const grows = heightMm / (texts.heightMm[first] || heightMm) - 1;
    return first === row ? 0 : fromTo(texts, first, row)[0] * grows;
  });
  return {
    kind: "set-height",
    page: page.index,
    rows,
    heightMm,
    ...(shiftMm.some((each) => each !== 0) ? { shiftMm } : {}),
  };
}

/** First strings of the lines that are not all of one height: one string left as it is stands in the way of its neighbours. */
function mixedLines({ texts }: Page, lines: Uint32Array): Set<number> {
  const heights = new Map<number, number>();
  const mixed = new Set<number>();
  lines.forEach((first, row) => {
    const isSeen = ((texts.paint[row] ?? 0) & PAINT.hidden) === 0 && (texts.strings[row] ?? "").trim() !== "";
    if (!isSeen) return;
    // As looks are told apart.
    const height = Math.round((texts.heightMm[row] ?? 0) * 1000);
    if ((heights.get(first) ?? height) !== height) mixed.add(first);
    heights.set(first, height);
  });
  return mixed;
}

/** Drawings are seldom reused at more than this many times their scale. */
const FAR_SCALE = 4;

/** Lettering made for another scale is right there: 1.25 mm at 1:100 is 2.5 mm at 1:50. */
function rightScale(file: FileFacts, stated: Scale | undefined, look: TextLook): string {
  if (!stated) return "";
  const { units } = file.standard.standard;
  for (const { scale } of file.standard.listed) {
    const larger = stated.toNumber() / scale.toNumber();
    if (larger > FAR_SCALE || larger < 1 / FAR_SCALE || Math.abs(larger - 1) < 0.1) continue;
    const there = look.heightMm * larger;
    if (file.standard.textStyles.some((style) => isHeight(file, there, style.heightMm)))
      return ` It would be ${mm(Number(there.toFixed(1)))} at ${formatScale(scale, units)}.`;
  }
  return "";
}
