import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { keepUnstored, unstoredAt, withChange, withChanges, type Place } from "../../src/features/standard/unstored";

const place = (key: string | null, officeId = "one"): Place => ({ officeId, list: "layers", key });
const asks = new Set<unknown>();

beforeEach(() =>
  vi.stubGlobal("window", {
    addEventListener: (_name: string, listener: unknown) => asks.add(listener),
    removeEventListener: (_name: string, listener: unknown) => asks.delete(listener),
  }),
);
afterEach(() => {
  for (const each of [place("A-WALL"), place("A-DOOR"), place(null), place("A-WALL", "two")]) keepUnstored(each, null);
  vi.unstubAllGlobals();
});

describe("what was typed and not stored", () => {
  it("is kept for each entry, each list's new one, and each office", () => {
    keepUnstored(place("A-WALL"), { purpose: "Walls" });
    keepUnstored(place(null), { name: "A-NEW" });
    keepUnstored(place("A-WALL", "two"), { purpose: "Other walls" });
    expect(unstoredAt(place("A-WALL"))).toEqual({ purpose: "Walls" });
    expect(unstoredAt(place(null))).toEqual({ name: "A-NEW" });
    expect(unstoredAt(place("A-WALL", "two"))).toEqual({ purpose: "Other walls" });
    expect(unstoredAt(place("A-DOOR"))).toBeNull();
  });
  it("has the browser ask before the page is left, as long as there is any", () => {
    keepUnstored(place("A-WALL"), { purpose: "Walls" });
    keepUnstored(place("A-DOOR"), { purpose: "Doors" });
    keepUnstored(place("A-WALL"), null);
    expect(asks.size).toBe(1);
    keepUnstored(place("A-DOOR"), null);
    expect(asks.size).toBe(0);
  });
  it("is the same thing until it changes, so that nothing is drawn again for nothing", () => {
    keepUnstored(place("A-WALL"), { purpose: "Walls" });
    const before = unstoredAt(place("A-WALL"));
    keepUnstored(place("A-DOOR"), { purpose: "Doors" });
    expect(unstoredAt(place("A-WALL"))).toBe(before);
  });
});

describe("changes of an entry", () => {
  it("go onto the entry as it is now, and leave it alone otherwise", () => {
    const entry = { id: "A3", border: { leftMm: 20, topMm: 10 }, note: "now" };
    const changed = withChanges(entry, { "border.leftMm": 25, title: "A3, lying" });
    expect(changed).toEqual({ id: "A3", border: { leftMm: 25, topMm: 10 }, note: "now", title: "A3, lying" });
    expect(entry.border.leftMm).toBe(20);
  });
  it("are made in the order in which they were set last", () => {
    let changes = withChange(null, "border", { leftMm: 1 });
    changes = withChange(changes, "border.leftMm", 2);
    expect(withChanges({}, changes)).toEqual({ border: { leftMm: 2 } });
    changes = withChange(changes, "border", { leftMm: 3 });
    expect(withChanges({}, changes)).toEqual({ border: { leftMm: 3 } });
  });
});
