import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import {
  keepSteps,
  keptSteps,
  NO_STEPS,
  stepInWords,
  withStep,
  type Step,
  type Steps,
} from "../../src/features/standard/steps";

const cells = (...layers: string[]): Step => ({
  kind: "cells",
  forth: layers.map((layer) => ({ layer, kind: "plan", state: "drawn" as const })),
  back: layers.map((layer) => ({ layer, kind: "plan", state: null })),
});
const list = (...forth: { key: string | null; entry: Record<string, unknown> | null }[]): Step => ({
  kind: "list",
  list: "layers",
  forth,
  back: [],
  lost: [],
});

describe("a step in words", () => {
  it.each<[string, Step]>([
    ["layer A-GLAZ", list({ key: "A-GLAZ", entry: { name: "A-GLAZ" } })],
    ["layer A-GLAZ", list({ key: "A-GLAZ", entry: null })],
    ["layer A-NEW", list({ key: null, entry: { name: "A-NEW" } })],
    ["2 layers", list({ key: "A", entry: null }, { key: "B", entry: null })],
    ["0 layers", list()],
    ["showing chart, A-WALL in plan", cells("A-WALL")],
    ["3 cells of the showing chart", cells("A", "B", "C")],
    ["scheme of layers", { kind: "scheme", which: "layers", forth: {} as never, back: {} as never }],
    ["scheme of sheet numbers", { kind: "scheme", which: "sheets", forth: {} as never, back: {} as never }],
    [
      "how layer/empty counts",
      {
        kind: "facts",
        forth: { rule: { id: "layer/empty", severity: "stop" } },
        back: { rule: { id: "layer/empty", severity: null } },
      },
    ],
    ["settings of the standard", { kind: "facts", forth: { name: "North" }, back: { name: "South" } }],
  ])("%s", (words, step) => expect(stepInWords(step)).toBe(words));
});

describe("steps that can be taken back", () => {
  it("a new one leaves nothing to make again", () => {
    const before: Steps = { done: [cells("A")], undone: [cells("B")] };
    expect(withStep(before, cells("C"))).toEqual({ done: [cells("A"), cells("C")], undone: [] });
    expect(before.undone).toHaveLength(1);
  });
  it("are the newest 200", () => {
    let steps = NO_STEPS;
    for (let i = 0; i < 250; i++) steps = withStep(steps, cells(`L${i}`));
    expect(steps.done).toHaveLength(200);
    expect(steps.done[0]).toEqual(cells("L50"));
    expect(steps.done.at(-1)).toEqual(cells("L249"));
  });
});

describe("steps kept from chapter to chapter", () => {
  beforeEach(() => {
    vi.stubGlobal("window", {});
  });
  afterEach(() => {
    vi.unstubAllGlobals();
  });
  const steps: Steps = { done: [cells("A")], undone: [] };

  it("are there for the draft as one left it", () => {
    keepSteps("one", 7, steps);
    expect(keptSteps("one", 7)).toBe(steps);
  });
  it("are not where somebody else changed the draft since", () => {
    keepSteps("one", 7, steps);
    expect(keptSteps("one", 8)).toEqual(NO_STEPS);
    expect(keptSteps("one", 6)).toEqual(NO_STEPS);
  });
  it("are one office's", () => {
    keepSteps("one", 7, steps);
    expect(keptSteps("two", 7)).toEqual(NO_STEPS);
  });
  it("are never kept on the server, where all people are in one process", () => {
    vi.unstubAllGlobals();
    keepSteps("server", 7, steps);
    expect(keptSteps("server", 7)).toEqual(NO_STEPS);
  });
});
