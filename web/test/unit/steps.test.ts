import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { keepSteps, keptSteps, NO_STEPS, withStep, type Step, type Steps } from "../../src/features/standard/steps";

const cells = (...layers: string[]): Step => ({
  forth: { of: "cells", cells: layers.map((layer) => ({ layer, kind: "plan", state: "drawn" })) },
  back: { of: "cells", cells: layers.map((layer) => ({ layer, kind: "plan", state: null })) },
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
