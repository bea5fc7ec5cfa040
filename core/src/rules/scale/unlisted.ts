import { formatScale, parseScale, type Scale } from "../../quantity";
import { DRAWN_PARTS } from "../../recognise/dimensions/drawings";
import type { TextLine } from "../../recognise/lettering";
import type { PageFacts } from "../../recognise/recogniser";
import { SCALE_NOTES } from "../../recognise/scale-notes";
import { STATED_SCALE } from "../../recognise/stated-scale";
import { rule } from "../rule";

/** Files state scales as decimal factors; a listed scale this near, as a share, is the one meant. */
const SAME_SHARE = 1e-4;

/** A scale that is stated, and by what lettering, where one says it. */
interface Said {
  readonly scale: Scale;
  readonly inFeet: boolean;
  readonly line?: TextLine;
}

export const unlisted = rule({
  id: "scale/unlisted",
  title: "Scale not in the standard",
  severity: "stop",
  scope: "file",
  needs: ["scales"],
  reads: [STATED_SCALE, SCALE_NOTES, DRAWN_PARTS],
  parameters: [],
  page: {
    measures:
      "The scale that the file states in a measure dictionary (ISO 32000), that the caller gives, or that a note on the sheet says, against the listed scales: those of the drawing kind where one is given. A ratio counts as a note where it calls itself a scale, or belongs to a drawing with dimensions.",
    why: "Readers carry scales for the listed ones.",
    right: "1:50.",
    wrong: "1:75.",
    cannotSee: "Whether the drawing is truly at that scale (scale/note-not-drawn tells), and ratios that stand alone.",
    mend: "None: choose a listed scale.",
  },
  judge({ file, pages, report, leaveOpen }) {
    const { scales } = file.standard;
    const listed = scales.flatMap((written) => {
      const scale = parseScale(written);
      return scale.ok ? [scale.value.toNumber()] : [];
    });
    let said = 0;
    for (const facts of pages)
      for (const { scale: stated, inFeet, line } of saidOn(facts)) {
        said++;
        const scale = stated.toNumber();
        if (listed.some((each) => Math.abs(each / scale - 1) <= SAME_SHARE)) continue;
        // A drawing in feet and inches is told the nearest scale of its own kind, and so is a metric one.
        const alike = scales.filter((written) => isFeet(written) === inFeet);
        const nearest = nearestListed(scale, alike) ?? nearestListed(scale, scales) ?? "";
        const written = formatScale(stated, inFeet ? "feet-inches" : "metric");
        report({
          page: facts.page.index,
          ...(line ? { marks: { of: "texts", rows: Uint32Array.from(line.rows) } } : {}),
          message: () => `The drawing is at ${written}, which is not a listed scale; the nearest is ${nearest}.`,
          measured: written,
          expected: nearest,
        });
      }
    if (said === 0) leaveOpen("No scale is stated for the drawing.");
  },
});

/** Every scale that is stated on a page, each note once. */
function saidOn(facts: PageFacts): Said[] {
  const { units } = facts.file.standard.standard;
  const stated = facts.of(STATED_SCALE)[0]?.value;
  const lines = new Map<TextLine, Said>();
  const note = (scale: Scale, words: string, line: TextLine): void =>
    void lines.set(line, { scale, inFeet: isFeet(words), line });
  for (const { value, confidence } of facts.of(SCALE_NOTES))
    if (confidence === 1) note(value.scale, value.words, value.line);
  for (const { value } of facts.of(DRAWN_PARTS))
    if (value.stated?.line) note(value.stated.scale, value.stated.words, value.stated.line);
  const first = stated && {
    scale: stated.scale,
    inFeet: stated.viewport ? isFeet(stated.viewport.ratio) : units === "feet-inches",
  };
  return [...(first ? [first] : []), ...lines.values()];
}

const isFeet = (written: string): boolean => /['"=]/.test(written);

function nearestListed(scale: number, scales: readonly string[]): string | undefined {
  const far = (written: string): number => {
    const parsed = parseScale(written);
    return parsed.ok ? Math.abs(Math.log(parsed.value.toNumber() / scale)) : Infinity;
  };
  return [...scales].sort((a, b) => far(a) - far(b))[0];
}
