import { describe, expect, it } from "vitest";
import { beforeIn, type Line } from "../../src/server/work/line";

const line = (officeId: string, askedBy: string, waiting: number): Line => ({ officeId, askedBy, waiting });

describe("how many are before a job that waits", () => {
  const lines = [line("B", "p", 40), line("B", "q", 2), line("A", "one", 3)];
  it("of an office that asks for little: as many of the others as have their turn until then", () => {
    expect(beforeIn(lines, { officeId: "A", askedBy: "one" }, 0)).toBe(1);
    expect(beforeIn(lines, { officeId: "A", askedBy: "one" }, 2)).toBe(5);
  });
  it("of one that asks for much: all of its own line, and all that others have", () => {
    expect(beforeIn(lines, { officeId: "B", askedBy: "p" }, 39)).toBe(39 + 2 + 3);
    expect(beforeIn(lines, { officeId: "B", askedBy: "q" }, 0)).toBe(1 + 2);
  });
  it("alone: its place", () => expect(beforeIn([line("A", "one", 9)], { officeId: "A", askedBy: "one" }, 4)).toBe(4));
});
