import { describe, expect, it } from "vitest";
import { Turns, type ForWhom } from "../../src/server/work/turns";

const of = (officeId: string, userId = "one"): ForWhom => ({ officeId, userId });

/** Work that ends when it is told to; what was begun is noted in its order. */
class Workshop {
  readonly begun: string[] = [];
  private readonly ends = new Map<string, () => void>();
  private count = 0;

  constructor(readonly turns: Turns) {}

  ask(whom: ForWhom, signal?: AbortSignal): { readonly name: string; readonly done: Promise<unknown> } {
    const name = `${whom.officeId}${whom.userId === "one" ? "" : whom.userId} ${++this.count}`;
    const done = this.turns.take(whom, signal, () => {
      this.begun.push(name);
      return new Promise<void>((resolve) => this.ends.set(name, resolve));
    });
    return { name, done };
  }

  async end(name: string): Promise<void> {
    this.ends.get(name)?.();
    await new Promise((resolve) => setImmediate(resolve));
  }
}

describe("turns", () => {
  it("one office never holds all places: another's work begins at once", async () => {
    const shop = new Workshop(new Turns(3));
    for (let i = 0; i < 20; i++) shop.ask(of("B"));
    shop.ask(of("A"));
    await shop.end("");
    expect(shop.begun).toEqual(["B 1", "B 2", "A 21"]);
  });
  it("go round the offices, however much one of them asks for", async () => {
    const shop = new Workshop(new Turns(1));
    for (let i = 0; i < 4; i++) shop.ask(of("B"));
    for (let i = 0; i < 2; i++) shop.ask(of("A"));
    shop.ask(of("C"));
    for (let i = 0; i < 7; i++) await shop.end(shop.begun.at(-1) ?? "");
    expect(shop.begun).toEqual(["B 1", "A 5", "C 7", "B 2", "A 6", "B 3", "B 4"]);
  });
  it("go round the people of an office, each in the order in which they asked", async () => {
    const shop = new Workshop(new Turns(1));
    for (let i = 0; i < 3; i++) shop.ask(of("B", "x"));
    for (let i = 0; i < 2; i++) shop.ask(of("B", "y"));
    for (let i = 0; i < 5; i++) await shop.end(shop.begun.at(-1) ?? "");
    expect(shop.begun).toEqual(["Bx 1", "By 4", "Bx 2", "By 5", "Bx 3"]);
  });
  it("are given up by who leaves", async () => {
    const shop = new Workshop(new Turns(1));
    const leaves = new AbortController();
    shop.ask(of("A"));
    const mine = shop.ask(of("A"), leaves.signal);
    shop.ask(of("A"));
    leaves.abort();
    await expect(mine.done).rejects.toThrow();
    await shop.end("A 1");
    expect(shop.begun).toEqual(["A 1", "A 3"]);
    expect(shop.turns.of("A")).toBe(1);
  });
  it("come back to their place when work fails", async () => {
    const turns = new Turns(1);
    await expect(turns.take(of("A"), undefined, () => Promise.reject(new Error("no")))).rejects.toThrow("no");
    expect(await turns.take(of("B"), undefined, () => Promise.resolve(7))).toBe(7);
  });
  it("tell who waits how much is begun before theirs, and nothing to who doesn't wait", async () => {
    const shop = new Workshop(new Turns(1));
    for (let i = 0; i < 5; i++) shop.ask(of("B"));
    await shop.end("");
    expect(shop.turns.before(of("A"))).toBeUndefined();
    shop.ask(of("A", "two"));
    shop.ask(of("A"));
    expect([shop.turns.before(of("A")), shop.turns.before(of("B")), shop.turns.before(of("A", "three"))]).toEqual([
      3,
      1,
      undefined,
    ]);
    await shop.end("B 1");
    expect(shop.begun).toEqual(["B 1", "Atwo 6"]);
    expect(shop.turns.before(of("A"))).toBe(1);
  });
});
