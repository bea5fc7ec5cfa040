import type { FileFacts, Recogniser } from "../recognise/recogniser";

/** What a rule can need, by name: how a page says it, and why it is missing in a file or a standard. */
const NAMED_NEEDS = {
  layers: {
    words: "layers in the file",
    missing: ({ drawing }: FileFacts) => (drawing.layers.length === 0 ? "The file carries no layers." : undefined),
  },
  scheme: {
    words: "a scheme of layer names",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.naming.layers.fields.length === 0
        ? "The standard does not say yet what names of layers are put together of."
        : undefined,
  },
  register: {
    words: "registered layers",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.layers.length === 0 ? "The standard registers no layers." : undefined,
  },
  pens: {
    words: "pens in the standard",
    missing: ({ standard }: FileFacts) => (standard.pens.length === 0 ? "The standard has no pens." : undefined),
  },
  lineTypes: {
    words: "line types in the standard",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.lineTypes.length === 0 ? "The standard has no line types." : undefined,
  },
  textStyles: {
    words: "text styles in the standard",
    missing: ({ standard }: FileFacts) =>
      standard.textStyles.length === 0 ? "The standard has no text styles." : undefined,
  },
  fonts: {
    words: "text styles that name fonts",
    missing: ({ standard }: FileFacts) =>
      standard.textStyles.every((style) => style.fonts.length === 0)
        ? "The standard's text styles allow any font."
        : undefined,
  },
  dimensionStyles: {
    words: "dimension styles in the standard",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.dimensionStyles.length === 0 ? "The standard has no dimension styles." : undefined,
  },
  modules: {
    words: "a planning module",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.unitStyles.every(({ module }) => module === undefined)
        ? "No length style of the standard has a planning module."
        : undefined,
  },
  hatches: {
    words: "hatches in the standard",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.hatches.length === 0 ? "The standard has no hatches." : undefined,
  },
  sheetSizes: {
    words: "sheet sizes in the standard",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.sheetSizes.length === 0 ? "The standard has no sheet sizes." : undefined,
  },
  wallTypes: {
    words: "wall types in the standard",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.wallTypes.length === 0 ? "The standard has no wall types." : undefined,
  },
  openings: {
    words: "a list of openings in the standard",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.openings.length === 0 ? "The standard has no list of openings." : undefined,
  },
  codes: {
    words: "codes in the standard",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.codes.length === 0 ? "The standard has no codes." : undefined,
  },
  labelPatterns: {
    words: "label patterns in the standard",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.labelPatterns.length === 0 ? "The standard has no patterns of labels." : undefined,
  },
  frames: {
    words: "sheet frames in the standard",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.frames.length === 0 ? "The standard has no sheet frames." : undefined,
  },
  chart: {
    words: "drawing kinds and their showing chart",
    missing: ({ standard: { standard } }: FileFacts) =>
      standard.kinds.length === 0 ? "The standard has no drawing kinds." : undefined,
  },
  planSet: {
    words: "the plan set that a sheet is of",
    missing: (_file: FileFacts) => "A file by itself does not say which version of a drawing it was made with.",
  },
  scales: {
    words: "listed scales",
    missing: ({ standard }: FileFacts) => (standard.scales.length === 0 ? "The standard lists no scales." : undefined),
  },
} as const;

/** Something made out in the drawing, with the least confidence that will do. */
export interface RecognisedNeed {
  readonly recogniser: Recogniser;
  readonly leastConfidence: number;
}

export type Need = keyof typeof NAMED_NEEDS | RecognisedNeed;

/** What a need is called in a list: “layers in the file”. */
export const needInWords = (need: Need): string =>
  typeof need === "string" ? NAMED_NEEDS[need].words : need.recogniser.finds;

/** Why a rule can't be judged; undefined where all that it needs is there. */
export function unmet(needs: readonly Need[], file: FileFacts): string | undefined {
  for (const need of needs) {
    const reason = typeof need === "string" ? NAMED_NEEDS[need].missing(file) : unrecognised(need, file);
    if (reason !== undefined) return reason;
  }
  return undefined;
}

function unrecognised({ recogniser, leastConfidence }: RecognisedNeed, file: FileFacts): string | undefined {
  const found = recogniser.on === "file" ? file.of(recogniser) : file.pages.flatMap((page) => [...page.of(recogniser)]);
  if (found.some((each) => each.confidence >= leastConfidence)) return undefined;
  return found.length === 0
    ? `Nothing of this kind was recognised: ${recogniser.finds}.`
    : `The ${recogniser.finds} that were recognised are not certain enough.`;
}
