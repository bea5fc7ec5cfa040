import { formatScale, parseScale } from "../../quantity";
import type { Rule } from "../rule";

/** Files state scales as decimal factors; a listed scale this near, as a share, is the one meant. */
const SAME_SHARE = 1e-4;

export const unlisted: Rule = {
  meta: { id: "scale/unlisted", severity: "stop", title: "The stated scale is not a scale of the edition." },
  judge(context) {
    const { units } = context.standard.standard;
    const { scales } = context.standard;
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
      // A drawing in feet and inches is told the nearest scale of its own kind, and so is a metric one.
      const inFeet = page.viewports[0] ? isFeet(page.viewports[0].ratio) : units === "feet-inches";
      const nearest =
        nearestListed(
          scale,
          scales.filter((written) => isFeet(written) === inFeet),
        ) ??
        nearestListed(scale, scales) ??
        "";
      const written = formatScale(stated, inFeet ? "feet-inches" : "metric");
      context.report({
        page: page.index,
        message: () => `The drawing is at ${written}, which is not a listed scale; the nearest is ${nearest}.`,
        measured: written,
        expected: nearest,
      });
    }
  },
};

const isFeet = (written: string): boolean => /['"=]/.test(written);

function nearestListed(scale: number, scales: readonly string[]): string | undefined {
  const far = (written: string): number => {
    const parsed = parseScale(written);
    return parsed.ok ? Math.abs(Math.log(parsed.value.toNumber() / scale)) : Infinity;
  };
  return [...scales].sort((a, b) => far(a) - far(b))[0];
}
