import { formatScale, parseScale } from "../../quantity";
import { STATED_SCALE } from "../../recognise/stated-scale";
import { rule } from "../rule";

/** Files state scales as decimal factors; a listed scale this near, as a share, is the one meant. */
const SAME_SHARE = 1e-4;

export const unlisted = rule({
  id: "scale/unlisted",
  title: "A scale that is not listed",
  severity: "stop",
  needs: ["statedScale", "scales"],
  reads: [STATED_SCALE],
  parameters: [],
  page: {
    measures:
      "The scale that the file states in a measure dictionary (ISO 32000) or that the caller gives, against the listed scales: those of the drawing kind where one is given.",
    why: "Readers carry scales for the listed ones.",
    right: "1:50.",
    wrong: "1:75.",
    cannotSee: "Scales that are written on the sheet as words, and whether the drawing is truly at that scale.",
    mend: "None: choose a listed scale.",
  },
  judge({ file, pages, report }) {
    const { units } = file.standard.standard;
    const { scales } = file.standard;
    const listed = scales.flatMap((written) => {
      const scale = parseScale(written);
      return scale.ok ? [scale.value.toNumber()] : [];
    });
    for (const facts of pages) {
      const stated = facts.of(STATED_SCALE)[0]?.value;
      if (!stated) continue;
      const scale = stated.scale.toNumber();
      if (listed.some((each) => Math.abs(each / scale - 1) <= SAME_SHARE)) continue;
      // A drawing in feet and inches is told the nearest scale of its own kind, and so is a metric one.
      const inFeet = stated.viewport ? isFeet(stated.viewport.ratio) : units === "feet-inches";
      const alike = scales.filter((written) => isFeet(written) === inFeet);
      const nearest = nearestListed(scale, alike) ?? nearestListed(scale, scales) ?? "";
      const written = formatScale(stated.scale, inFeet ? "feet-inches" : "metric");
      report({
        page: facts.page.index,
        message: () => `The drawing is at ${written}, which is not a listed scale; the nearest is ${nearest}.`,
        measured: written,
        expected: nearest,
      });
    }
  },
});

const isFeet = (written: string): boolean => /['"=]/.test(written);

function nearestListed(scale: number, scales: readonly string[]): string | undefined {
  const far = (written: string): number => {
    const parsed = parseScale(written);
    return parsed.ok ? Math.abs(Math.log(parsed.value.toNumber() / scale)) : Infinity;
  };
  return [...scales].sort((a, b) => far(a) - far(b))[0];
}
