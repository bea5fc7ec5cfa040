/**
 * What a canvas does otherwise than the paper. A line of no length with round caps is a dot on paper, and nothing on a
 * canvas: it gets a length that nobody sees. A run of colour that the library can't paint is filled by it with a colour
 * that shouts and hides what lies beneath: it is left out, and the page says so.
 */

/** A length that no pixel shows, in units of the page: the cap alone is seen. */
const UNSEEN = 1e-4;
/** What the library fills with where it can't paint a run of colour. */
const STAND_IN = "hotpink";

/** Where the pen stands on the path that is being drawn: paths are drawn one after the other. */
const pen = {
  path: null as Path2D | null,
  x: 0,
  y: 0,
  /** Whether anything was drawn since the pen was put down. */
  moved: false,
  puts(path: Path2D, x: number, y: number, moved: boolean): void {
    this.path = path;
    this.x = x;
    this.y = y;
    this.moved = moved;
  },
};

export function dotsAreDrawn(): void {
  const { moveTo, lineTo, closePath } = Path2D.prototype;
  Path2D.prototype.moveTo = function (x: number, y: number): void {
    pen.puts(this, x, y, false);
    moveTo.call(this, x, y);
  };
  Path2D.prototype.lineTo = function (x: number, y: number): void {
    const stands = pen.path === this && pen.x === x && pen.y === y;
    pen.puts(this, x, y, true);
    lineTo.call(this, stands ? x + UNSEEN : x, y);
  };
  Path2D.prototype.closePath = function (): void {
    if (pen.path === this && !pen.moved) lineTo.call(this, pen.x + UNSEEN, pen.y);
    closePath.call(this);
  };
}

/** Dashes of no length are dots, too. */
export function dashesAreDrawn(): void {
  const { setLineDash } = OffscreenCanvasRenderingContext2D.prototype;
  OffscreenCanvasRenderingContext2D.prototype.setLineDash = function (dashes: Iterable<number>): void {
    const all = [...dashes];
    setLineDash.call(this, all.some((each) => each > 0) ? all.map((each) => Math.max(each, UNSEEN)) : all);
  };
}

/** Whatever the library has no paint for is not painted. */
export function standInsAreLeftOut(): void {
  for (const property of ["fillStyle", "strokeStyle"] as const) {
    const own = Object.getOwnPropertyDescriptor(OffscreenCanvasRenderingContext2D.prototype, property);
    if (!own?.set) continue;
    const { set } = own;
    Object.defineProperty(OffscreenCanvasRenderingContext2D.prototype, property, {
      ...own,
      set(value: unknown) {
        set.call(this, value === STAND_IN ? "rgba(0, 0, 0, 0)" : value);
      },
    });
  }
}
