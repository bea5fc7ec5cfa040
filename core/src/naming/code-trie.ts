import { CLASSES, type NameField } from "./grammar";

/** What has been read of a field: a node of its codes, from 0 for nothing. */
export type CodeNode = number;

/**
 * The codes of a field as a trie: what has been read of it leads to a node, however many codes begin so. A field that
 * takes any text has one node, which every character leads back to.
 */
export class CodeTrie {
  private readonly children: Map<string, CodeNode>[] = [new Map<string, CodeNode>()];
  private readonly whole = new Set<CodeNode>();
  /** Of fields whose codes are only the beginning: what follows a whole code, whatever it is. */
  private readonly free: CodeNode | undefined;
  private readonly takesAny: boolean;
  readonly symbols: ReadonlySet<string>;

  constructor(private readonly field: NameField) {
    this.symbols = new Set(CLASSES[field.characters]);
    this.takesAny = !field.codes || field.open === true;
    if (this.takesAny) return;
    for (const { code } of field.codes ?? []) this.whole.add(this.add(code));
    if (!field.codeIsPrefix) return;
    this.free = this.children.push(new Map<string, CodeNode>()) - 1;
    this.whole.add(this.free);
    for (const node of [...this.whole]) this.markBelow(node);
  }

  get size(): number {
    return this.children.length;
  }

  /** The node that a character leads to; undefined where no code goes on so. */
  next(node: CodeNode, symbol: string): CodeNode | undefined {
    if (!this.symbols.has(symbol)) return undefined;
    if (this.takesAny) return 0;
    return this.children[node]?.get(symbol) ?? (this.whole.has(node) ? this.free : undefined);
  }

  /** Characters that lead on from a node. */
  symbolsFrom(node: CodeNode): Iterable<string> {
    const goesOn = this.takesAny || (this.free !== undefined && this.whole.has(node));
    return goesOn ? this.symbols : (this.children[node]?.keys() ?? []);
  }

  /** Whether what has been read is a whole code, or begins with one where that is enough. */
  isWhole(node: CodeNode): boolean {
    if (this.takesAny) return true;
    return node === 0 ? this.field.mayBeBlank === true : this.whole.has(node);
  }

  private add(code: string): CodeNode {
    let node = 0;
    for (const symbol of code) {
      const known = this.children[node]?.get(symbol);
      const next = known ?? this.children.push(new Map<string, CodeNode>()) - 1;
      if (known === undefined) this.children[node]?.set(symbol, next);
      node = next;
    }
    return node;
  }

  /** All that goes on from a whole code begins with it. */
  private markBelow(node: CodeNode): void {
    for (const child of this.children[node]?.values() ?? []) {
      if (this.whole.has(child)) continue;
      this.whole.add(child);
      this.markBelow(child);
    }
  }
}
