import { keyOf, LISTS, type EntryEdit, type ListName, type SchemeEntry } from "@hemstitch/core/standard/plain";
import type { Facts } from "./facts";
import type { CellEdit } from "./inverse";

export type WhichScheme = "layers" | "sheets";

/** One's own change, with the way back. */
export type Step =
  | {
      readonly kind: "list";
      readonly list: ListName;
      readonly forth: readonly EntryEdit[];
      readonly back: readonly EntryEdit[];
      /** Cells of the showing chart that went with what was removed. */
      readonly lost: readonly CellEdit[];
    }
  | { readonly kind: "cells"; readonly forth: readonly CellEdit[]; readonly back: readonly CellEdit[] }
  | { readonly kind: "scheme"; readonly which: WhichScheme; readonly forth: SchemeEntry; readonly back: SchemeEntry }
  | { readonly kind: "facts"; readonly forth: Facts; readonly back: Facts };

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

/** What a step changed, as a person would call it: “layer A-GLAZ”, “12 pens”. */
export function stepInWords(step: Step): string {
  switch (step.kind) {
    case "list": {
      const { one, many } = LISTS[step.list];
      const [first, ...more] = step.forth;
      if (!first || more.length > 0) return `${step.forth.length.toLocaleString("en")} ${many.toLowerCase()}`;
      return `${one} ${first.key ?? (first.entry ? keyOf(step.list, first.entry) : "")}`.trim();
    }
    case "cells": {
      const [first, ...more] = step.forth;
      return first && more.length === 0
        ? `showing chart, ${first.layer} in ${first.kind}`
        : `${step.forth.length.toLocaleString("en")} cells of the showing chart`;
    }
    case "scheme":
      return step.which === "layers" ? "scheme of layers" : "scheme of sheet numbers";
    case "facts":
      return step.forth.rule ? `how ${step.forth.rule.id} counts` : "settings of the standard";
  }
}

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
