import { formatScale, parseScale } from "../../quantity";
import type { Rule } from "../rule";

/** Files state scales as decimal factors; a listed scale this near, as a share, is the one meant. */
const SAME_SHARE = 1e-4;

export const unlisted: Rule = {
  meta: { id: "scale/unlisted", severity: "stop", title: "The stated scale is not a scale of the edition." },
  judge(context) {
    const { scales, units } = context.standard.standard;
    const listed = scales.flatMap((written) => {
      const scale = parseScale(written);
      return scale.ok ? [scale.value.toNumber()] : [];
    });
    if (!context.pages.some((facts) => facts.stated)) return context.notJudged("No scale is stated for the drawing.");
    if (listed.length === 0) return context.notJudged("The standard lists no scales.");
    for (const { page, stated } of context.pages) {
      if (!stated) continue;
      const scale = stated.toNumber();
      if (listed.some((each) => Math.abs(each / scale - 1) <= SAME_SHARE)) continue;
      const nearest = scales[listed.reduce((best, each, i) => (Math.abs(Math.log(each / scale)) < Math.abs(Math.log((listed[best] ?? 1) / scale)) ? i : best), 0)] ?? "";
      const written = formatScale(stated, units);
      context.report({
        page: page.index,
        message: () => `The drawing is at ${written}, which is not a listed scale; the nearest is ${nearest}.`,
        measured: written,
        expected: nearest,
      });
    }
  },
};
