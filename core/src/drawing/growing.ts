type Numbers = Float64Array | Float32Array | Uint32Array | Int32Array | Uint16Array | Uint8Array;

/** A typed array that grows by doubling. Millions of marks go through these; no object a mark. */
export class Growing<A extends Numbers> {
  private array: A;
  length = 0;

  constructor(
    private readonly make: (length: number) => A,
    capacity = 256,
  ) {
    this.array = make(capacity);
  }

  push(value: number): void {
    if (this.length === this.array.length) this.grow(this.length + 1);
    this.array[this.length++] = value;
  }

  push2(a: number, b: number): void {
    if (this.length + 2 > this.array.length) this.grow(this.length + 2);
    this.array[this.length++] = a;
    this.array[this.length++] = b;
  }

  at(index: number): number {
    return this.array[index] ?? NaN;
  }

  /** Forgets all from `length` on. */
  cut(length: number): void {
    this.length = length;
  }

  /** The values so far, in an array of exactly their number. */
  done(): A {
    return this.array.slice(0, this.length) as A;
  }

  private grow(needed: number): void {
    const larger = this.make(Math.max(needed, this.array.length * 2));
    larger.set(this.array);
    this.array = larger;
  }
}

export const growing = {
  float64: () => new Growing((n) => new Float64Array(n)),
  float32: () => new Growing((n) => new Float32Array(n)),
  uint32: () => new Growing((n) => new Uint32Array(n)),
  int32: () => new Growing((n) => new Int32Array(n)),
  uint16: () => new Growing((n) => new Uint16Array(n)),
  uint8: () => new Growing((n) => new Uint8Array(n)),
};
