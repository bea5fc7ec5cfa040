import type { DraftEdit } from "@hemstitch/core/standard/plain";

/** One's own change, with the way back. */
export interface Step {
  readonly forth: DraftEdit;
  readonly back: DraftEdit;
}

export interface Steps {
  readonly done: readonly Step[];
  readonly undone: readonly Step[];
}

export const NO_STEPS: Steps = { done: [], undone: [] };

const MOST_STEPS = 200;

export const withStep = (steps: Steps, step: Step): Steps => ({
  done: [...steps.done, step].slice(-MOST_STEPS),
  undone: [],
});

/** What can be taken back, while one goes from chapter to chapter; gone when the page is loaded anew. */
const kept = new Map<string, { readonly version: number; readonly steps: Steps }>();

/** Steps of an office's draft; none where somebody else has changed the draft since they were kept. */
export function keptSteps(officeId: string, version: number): Steps {
  const found = kept.get(officeId);
  return found?.version === version ? found.steps : NO_STEPS;
}

/** Keeps the steps; only in a browser, where there is one person. */
export function keepSteps(officeId: string, version: number, steps: Steps): void {
  if (typeof window !== "undefined") kept.set(officeId, { version, steps });
}
