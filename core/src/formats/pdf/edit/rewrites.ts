import { changesOf, type Matrix, type MarkChange } from "../../../drawing";
import { Op } from "../operators";
import type { PageOrigin, TextOperators } from "../origin";
import { hexText, numberText } from "../syntax/serialise";
import { moveAlong } from "./heights";
import { around, NotSafe, type AddPatch } from "./patch";
import { turnedAbout, type PageWatch, type ShownAt } from "./watch";

/** Sets the words of strings, in the fonts they are set in. */
export function rewriteTexts(page: PageOrigin, watch: PageWatch, changes: readonly MarkChange[], add: AddPatch): void {
  const { texts } = page;
  for (const { rows, strings, about } of changesOf(changes, "set-text"))
    rows.forEach((row, i) => {
      const shown = placedAlone(texts, watch, row);
      const encoded = shown.font.encode(strings[i] ?? "");
      if (!encoded) throw new NotSafe("The font that is embedded in the file lacks letters that are needed.");
      const { fontSize, horizontal, characterSpacing, wordSpacing, advance: was } = shown;
      if (fontSize < 0 || horizontal < 0) throw new NotSafe("This lettering is mirrored, and is not rewritten.");
      const spacing = encoded.count * characterSpacing + encoded.wordSpaces * wordSpacing;
      const advance = (encoded.width * shown.font.widthUnit * fontSize + spacing) * horizontal;
      const shift = (texts.lead[row] ?? 0) - (advance - was) * about;
      const move = moveAlong(shift, texts, row);
      add(texts.instance[row] ?? 0, {
        from: texts.start[row] ?? 0,
        to: texts.end[row] ?? 0,
        text: `${move} <${hexText(encoded.bytes)}> Tj`,
      });
    });
}

/** Turns strings upside down where they stand. */
export function turnTexts(page: PageOrigin, watch: PageWatch, changes: readonly MarkChange[], add: AddPatch): void {
  const { texts } = page;
  for (const { rows, aboutMm } of changesOf(changes, "turn")) {
    const turned = new Set(rows);
    rows.forEach((row, i) => {
      const shown = placed(texts, watch, row, turned);
      const matrix = turnedAbout(shown, aboutMm[i * 2] ?? 0, aboutMm[i * 2 + 1] ?? 0);
      const range = [texts.start[row] ?? 0, texts.end[row] ?? 0] as const;
      around(add, texts.instance[row] ?? 0, range, [`${matrixText(matrix)} Tm `, ` ${matrixText(shown.line)} Tm`]);
    });
  }
}

export const matrixText = ({ a, b, c, d, e, f }: Matrix): string => [a, b, c, d, e, f].map(numberText).join(" ");

/** A string whose end nothing goes by, but for strings that are changed alike. */
export function placed(texts: TextOperators, watch: PageWatch, row: number, alike: ReadonlySet<number>): ShownAt {
  const shown = watch.shown[row];
  const goesOn = texts.runsOn[row + 1] === 1 && texts.instance[row + 1] === texts.instance[row];
  if (!shown || (goesOn && !alike.has(row + 1)))
    throw new NotSafe("More lettering goes on where this ends, and would move with it.");
  if (shown.operator !== Op.Tj && shown.operator !== Op.TJ)
    throw new NotSafe("This lettering is set line by line, so that one line can't be changed alone.");
  return shown;
}

/** A string that nothing goes on from and that goes on from nothing. */
function placedAlone(texts: TextOperators, watch: PageWatch, row: number): ShownAt {
  if (texts.runsOn[row] === 1)
    throw new NotSafe("This lettering goes on where other ends, and is not rewritten alone.");
  return placed(texts, watch, row, new Set());
}
