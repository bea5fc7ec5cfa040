/** Steps of one glyph: subroutines that call each other must not run for ever. */
const MOST_STEPS = 20_000;
const DEEPEST = 10;

/** What is needed to run the charstring of a glyph. */
export interface CharstringFont {
  readonly kind: "type1" | "type2";
  readonly subrs: readonly Uint8Array[];
  readonly globalSubrs: readonly Uint8Array[];
}

/**
 * The top of a glyph's outline, font units: runs its charstring (Adobe Technical Notes 5177 for Type 2, Adobe Type 1 Font
 * Format for Type 1). Control points of curves count, so the top of a round letter may come out a little high; it is
 * asked for letters with flat tops. Undefined for a blank.
 */
export function topOfCharstring(code: Uint8Array, font: CharstringFont): number | undefined {
  const run = new Run(font);
  run.call(code, 0);
  return run.top === -Infinity ? undefined : run.top;
}

class Run {
  top = -Infinity;
  private readonly stack: number[] = [];
  private readonly handed: number[] = [];
  private y = 0;
  private hints = 0;
  private steps = 0;
  private ended = false;

  constructor(private readonly font: CharstringFont) {}

  call(code: Uint8Array, depth: number): void {
    if (depth > DEEPEST) return;
    for (let at = 0; at < code.length && !this.ended;) {
      if (++this.steps > MOST_STEPS) return;
      const b = code[at++]!;
      if (b >= 32 || (b === 28 && this.font.kind === "type2")) at = this.number(code, at, b);
      else {
        const op = b === 12 ? 1200 + (code[at++] ?? 0) : b;
        if (op === 11) return;
        if (op === 10 || op === 29) this.callSubr(op === 10 ? this.font.subrs : this.font.globalSubrs, depth);
        else if (this.font.kind === "type1") this.type1(op);
        else at = this.type2(op, at);
      }
    }
  }

  private number(code: Uint8Array, at: number, b: number): number {
    const byte = (i: number): number => code[at + i] ?? 0;
    if (b === 28) {
      this.stack.push(((byte(0) << 24) | (byte(1) << 16)) >> 16);
      return at + 2;
    }
    if (b <= 246) this.stack.push(b - 139);
    else if (b <= 250) this.stack.push((b - 247) * 256 + byte(0) + 108);
    else if (b <= 254) this.stack.push(-(b - 251) * 256 - byte(0) - 108);
    else {
      const value = (byte(0) << 24) | (byte(1) << 16) | (byte(2) << 8) | byte(3);
      this.stack.push(this.font.kind === "type2" ? value / 65_536 : value);
      return at + 4;
    }
    return b <= 246 ? at : at + 1;
  }

  private callSubr(subrs: readonly Uint8Array[], depth: number): void {
    const index = this.stack.pop() ?? 0;
    const bias = this.font.kind === "type1" ? 0 : subrs.length < 1240 ? 107 : subrs.length < 33_900 ? 1131 : 32_768;
    const subr = subrs[index + bias];
    if (subr) this.call(subr, depth + 1);
  }

  private move(dy: number): void {
    this.y += dy;
  }

  private draw(dy: number): void {
    this.top = Math.max(this.top, this.y);
    this.y += dy;
    this.top = Math.max(this.top, this.y);
  }

  // ---- Type 2 -----------------------------------------------------------------------------

  private type2(op: number, at: number): number {
    const { stack } = this;
    switch (op) {
      case 1:
      case 3:
      case 18:
      case 23:
        this.hints += stack.length >> 1;
        break;
      case 19:
      case 20:
        this.hints += stack.length >> 1;
        stack.length = 0;
        return at + ((this.hints + 7) >> 3);
      case 21:
        this.move(stack.at(-1) ?? 0);
        break;
      case 4:
        this.move(stack.at(-1) ?? 0);
        break;
      case 5:
        this.lines(0, stack.length);
        break;
      case 6:
      case 7:
        stack.forEach((d, i) => this.draw((i % 2 === 1) === (op === 6) ? d : 0));
        break;
      case 8:
        this.curves(0, stack.length);
        break;
      case 24:
        this.curves(0, stack.length - 2);
        this.lines(stack.length - 2, stack.length);
        break;
      case 25:
        this.lines(0, stack.length - 6);
        this.curves(stack.length - 6, stack.length);
        break;
      case 26:
        for (let i = stack.length % 4; i + 3 < stack.length; i += 4) this.each(stack[i], stack[i + 2], stack[i + 3]);
        break;
      case 27:
        for (let i = stack.length % 4; i + 3 < stack.length; i += 4)
          this.each(i === 1 && stack.length % 4 === 1 ? stack[0] : 0, stack[i + 2], 0);
        break;
      case 30:
      case 31:
        this.turning(op === 30);
        break;
      case 14:
        this.ended = true;
        break;
      default:
        this.flex(op);
    }
    stack.length = 0;
    return at;
  }

  private each(...dys: readonly (number | undefined)[]): void {
    for (const dy of dys) this.draw(dy ?? 0);
  }

  private lines(from: number, to: number): void {
    for (let i = from; i + 1 < to; i += 2) this.draw(this.stack[i + 1] ?? 0);
  }

  private curves(from: number, to: number): void {
    const { stack } = this;
    for (let i = from; i + 5 < to; i += 6) this.each(stack[i + 1], stack[i + 3], stack[i + 5]);
  }

  /** Curves that begin and end upright and level in turn. */
  private turning(upright: boolean): void {
    const { stack } = this;
    let rising = upright;
    for (let i = 0; i + 3 < stack.length; i += 4) {
      const last = stack.length - i === 5 ? (stack[i + 4] ?? 0) : 0;
      if (rising) this.each(stack[i], stack[i + 2], last);
      else this.each(0, stack[i + 2], stack[i + 3]);
      rising = !rising;
    }
  }

  private flex(op: number): void {
    const { stack } = this;
    if (op === 1235) this.curves(0, 12);
    else if (op === 1234) this.each(0, stack[2], 0, 0, -(stack[2] ?? 0), 0);
    else if (op === 1236) this.each(stack[1], stack[3], 0, 0, stack[7], 0);
    else if (op === 1237) this.each(stack[1], stack[3], stack[5], stack[7], stack[9]);
  }

  // ---- Type 1 -----------------------------------------------------------------------------

  private type1(op: number): void {
    const { stack } = this;
    switch (op) {
      case 5:
        this.lines(0, 2);
        break;
      case 6:
        this.draw(0);
        break;
      case 7:
        this.draw(stack[0] ?? 0);
        break;
      case 8:
        this.curves(0, 6);
        break;
      case 30:
        this.each(stack[0], stack[2], 0);
        break;
      case 31:
        this.each(0, stack[2], stack[3]);
        break;
      case 21:
      case 4:
        this.move(stack.at(-1) ?? 0);
        break;
      case 1212:
        return void stack.push(1 / ((stack.pop() ?? 1) / (stack.pop() ?? 0)));
      case 1216:
        return this.otherSubr();
      case 1217:
        return void stack.push(this.handed.pop() ?? 0);
      case 14:
        this.ended = true;
    }
    stack.length = 0;
  }

  /** Hands operands over; of the subroutines outside, those for flexes and hints draw nothing that changes a top. */
  private otherSubr(): void {
    const { stack } = this;
    stack.pop();
    const count = stack.pop() ?? 0;
    this.handed.length = 0;
    for (let i = 0; i < count && i < 32; i++) this.handed.push(stack.pop() ?? 0);
  }
}
