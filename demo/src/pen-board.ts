import type { PdfPage } from "@hemstitch/core/formats/pdf/write";
import type { OfficeStandard } from "@hemstitch/core/standard";

type Point = readonly [number, number];

/** A blank ground goes beyond its lettering by this share of the height. */
const GROUND_SHARE = 0.25;

/** Departures from the standard that a drawing is made with. */
export interface Slips {
  /** Layers under a wrong name. */
  readonly names?: Readonly<Record<string, string>>;
  /** Layers in a wrong width, millimetres. */
  readonly widths?: Readonly<Record<string, number>>;
  /** Layers in wrong dashes, millimetres. */
  readonly dashes?: Readonly<Record<string, readonly number[]>>;
  /** Lettering layers in a wrong height, by the height it should have. */
  readonly heights?: Readonly<Record<string, Readonly<Record<number, number>>>>;
}

/**
 * Draws in building millimetres at a scale, each layer with its pen and line type from the office
 * standard, as a drafter does who keeps to it — but for the slips asked for.
 */
export class PenBoard {
  private readonly pens = new Map<string, number>();
  private readonly dashes = new Map<string, readonly number[]>();
  private current = "";

  constructor(
    readonly page: PdfPage,
    readonly standard: OfficeStandard,
    /** Building millimetres per paper millimetre. */
    readonly scale: number,
    /** Where the building's origin lies on paper, millimetres. */
    private readonly origin: Point,
    private readonly slips: Slips = {},
  ) {
    const widths = new Map(standard.pens.map((pen) => [pen.id, pen.widthMm]));
    const patterns = new Map(standard.lineTypes.map((type) => [type.id, type.pattern]));
    for (const layer of standard.layers) {
      const width = widths.get(layer.pen ?? "") ?? 0.25;
      this.pens.set(layer.name, width);
      this.dashes.set(
        layer.name,
        (patterns.get(layer.lineType ?? "") ?? []).map((each) => each * width),
      );
    }
  }

  /** Chooses a layer: its pen and line type go with it. */
  on(layer: string): this {
    this.current = layer;
    this.page
      .layer(this.slips.names?.[layer] ?? layer)
      .ink(0)
      .fillInk(0)
      .pen(
        this.slips.widths?.[layer] ?? this.pens.get(layer) ?? 0.25,
        this.slips.dashes?.[layer] ?? this.dashes.get(layer) ?? [],
      );
    return this;
  }

  x = (building: number): number => this.origin[0] + building / this.scale;
  y = (building: number): number => this.origin[1] + building / this.scale;

  line(x1: number, y1: number, x2: number, y2: number): this {
    this.page.line(this.x(x1), this.y(y1), this.x(x2), this.y(y2));
    return this;
  }

  polyline(points: readonly Point[], closed = false): this {
    this.page.polyline(
      points.map(([x, y]) => [this.x(x), this.y(y)]),
      closed,
    );
    return this;
  }

  box(x: number, y: number, width: number, height: number): this {
    this.page.rectangle({ x: this.x(x), y: this.y(y), width: width / this.scale, height: height / this.scale });
    return this;
  }

  fill(points: readonly Point[], rgb: number): this {
    this.page
      .fillInk(rgb)
      .fill(points.map(([x, y]) => [this.x(x), this.y(y)]))
      .fillInk(0);
    return this;
  }

  circle(x: number, y: number, radius: number): this {
    this.page.circle(this.x(x), this.y(y), radius / this.scale);
    return this;
  }

  arc(x: number, y: number, radius: number, fromDeg: number, toDeg: number): this {
    this.page.arc(this.x(x), this.y(y), radius / this.scale, fromDeg, toDeg);
    return this;
  }

  /** Lettering with a blank ground behind it, so that what is drawn beneath does not cross it. */
  onGround(
    ...[text, x, y, heightMm, align = "middle", angleDeg = 0, dx = 0, dy = 0]: Parameters<PenBoard["text"]>
  ): this {
    const height = this.slips.heights?.[this.current]?.[heightMm] ?? heightMm;
    const [width, around] = [this.page.textWidth(text, height), height * GROUND_SHARE];
    const start = -width * { left: 0, middle: 0.5, right: 1 }[align];
    const [px, py] = [this.x(x) + dx, this.y(y) + dy];
    // Level or upright, as all lettering of these drawings is.
    const corner = (along: number, up: number): Point =>
      angleDeg === 90 ? [px - up, py + along] : [px + along, py + up];
    // Lettering of a wrong height grows from its start when it is mended.
    const grown = Math.max(width, this.page.textWidth(text, heightMm));
    const [from, to, low, high] = [
      start - around,
      start + grown + around,
      -around,
      Math.max(height, heightMm) + around,
    ];
    this.page
      .fillInk(0xffffff)
      .fill([corner(from, low), corner(to, low), corner(to, high), corner(from, high)])
      .fillInk(0);
    return this.text(text, x, y, heightMm, align, angleDeg, dx, dy);
  }

  /** Lettering with capitals of a height on paper; `dx` and `dy` shift it on paper. */
  text(
    text: string,
    x: number,
    y: number,
    heightMm: number,
    align: "left" | "middle" | "right" = "middle",
    angleDeg = 0,
    dx = 0,
    dy = 0,
  ): this {
    const height = this.slips.heights?.[this.current]?.[heightMm] ?? heightMm;
    this.page.text(text, this.x(x) + dx, this.y(y) + dy, { heightMm: height, align, angleDeg });
    return this;
  }
}
