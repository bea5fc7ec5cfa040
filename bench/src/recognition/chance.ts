/** Chance that can be had again: a generator of numbers (Park and Miller), with what drawings are made of. */
export class Chance {
  private state: number;

  constructor(seed: number) {
    this.state = (seed * 7919 + 12_345) % 2_147_483_647 || 1;
    for (let i = 0; i < 5; i++) this.next();
  }

  /** From 0 up to 1. */
  next(): number {
    this.state = (this.state * 16_807) % 2_147_483_647;
    return (this.state - 1) / 2_147_483_646;
  }

  between(low: number, high: number): number {
    return low + this.next() * (high - low);
  }

  whole(low: number, high: number): number {
    return Math.floor(this.between(low, high + 1));
  }

  /** True so often. */
  is(share: number): boolean {
    return this.next() < share;
  }

  one<T>(of: readonly T[]): T {
    const found = of[Math.floor(this.next() * of.length)];
    if (found === undefined) throw new Error("Nothing to choose from.");
    return found;
  }
}
