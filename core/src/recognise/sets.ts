/** Things joined into sets, each known by a number from 0 up. */
export class Sets {
  private readonly parent: Int32Array;
  private readonly size: Int32Array;

  constructor(count: number) {
    this.parent = new Int32Array(count);
    for (let i = 0; i < count; i++) this.parent[i] = i;
    this.size = new Int32Array(count).fill(1);
  }

  join(a: number, b: number): void {
    const [x, y] = [this.first(a), this.first(b)];
    if (x === y) return;
    this.parent[y] = x;
    this.size[x] = (this.size[x] ?? 1) + (this.size[y] ?? 1);
  }

  sizeOf(a: number): number {
    return this.size[this.first(a)] ?? 1;
  }

  /** The one that a set is known by. */
  first(a: number): number {
    let at = a;
    while (this.parent[at] !== at) {
      const next = this.parent[at] ?? at;
      this.parent[at] = this.parent[next] ?? next;
      at = next;
    }
    return at;
  }
}
