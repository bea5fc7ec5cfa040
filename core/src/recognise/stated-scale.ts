import type { Page, Viewport } from "../drawing";
import { Scale } from "../quantity";
import type { PageRecogniser } from "./recogniser";

/** The scale that a page is said to be at. */
export interface StatedScale {
  readonly scale: Scale;
  /** The part of the page for which the file states it; none where the caller knows it. */
  readonly viewport?: Viewport;
}

export const STATED_SCALE: PageRecogniser<StatedScale> = {
  id: "stated-scale",
  on: "page",
  finds: "the scale that is stated",
  from: "the caller, else the measure dictionary of the largest part of the page (ISO 32000)",
  find: ({ page, file }) => {
    const viewport = largestViewport(page);
    const scale = file.given.scale ?? statedScale(page);
    return scale
      ? [{ value: { scale, ...(viewport ? { viewport } : {}) }, confidence: 1, evidence: [{ page: page.index }] }]
      : [];
  },
};

const largestViewport = (page: Page): Viewport | undefined =>
  [...page.viewports].sort((a, b) => b.boxMm.width * b.boxMm.height - a.boxMm.width * a.boxMm.height)[0];

/** Files state scales as decimal factors; one this near to a whole number, as a share, is whole. */
const WHOLE_SHARE = 1e-4;
/** Figures of a factor that mean something. */
const FIGURES = 8;

/** The scale that the file states for the largest part of the page. */
export function statedScale(page: Page): Scale | undefined {
  const viewport = largestViewport(page);
  return viewport && scaleOfViewport(viewport);
}

/** The scale that the file states for a part of the page. */
export function scaleOfViewport({ buildingPerPaper: ratio }: Viewport): Scale {
  const whole = Math.round(ratio);
  return Scale.of(
    whole > 0 && Math.abs(ratio - whole) < WHOLE_SHARE * ratio ? whole : Number(ratio.toPrecision(FIGURES)),
  );
}
