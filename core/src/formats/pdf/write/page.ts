import { PDFName, type PDFDict, type PDFRef } from "@cantoo/pdf-lib";
import { good, type Result } from "../../../base/result";
import { printable, type Board, type BoxMm, type Lettering, type Point, type TextOptions } from "../../../drawing";
import type { InflateFn } from "../../format";
import type { ReadLimits } from "../../limits";
import type { PictureFile } from "../../picture-file";
import { letterCount, spacingMm, wantedFont } from "../../set-font";
import { nameText, numberText } from "../syntax/serialise";
import { arcCurves } from "./curves";
import type { EmbeddedFont } from "./fonts";
import { formOf, imageOf, type Placed } from "./placing";
import { viewports, type StatedScale } from "./stated-scales";
import { POINT_MM } from "./units";
import type { PdfWriter } from "./writer";

/** One page being drawn. Everything drawn stands on the layer last chosen. */
export class PdfPage implements Board {
  private readonly parts: string[] = [];
  private readonly resources: PDFDict;
  private readonly properties = new Map<PDFRef, string>();
  private open = false;
  private width = NaN;
  private dashes = "";
  private set: Lettering | undefined;
  /** The font of what is lettered next. */
  private face: EmbeddedFont;
  private spacing = 0;
  private readonly node: PDFDict;
  readonly ref: PDFRef;

  constructor(
    private readonly drawing: PdfWriter,
    readonly widthMm: number,
    readonly heightMm: number,
    private readonly fonts: readonly [EmbeddedFont, ...EmbeddedFont[]],
  ) {
    const { document } = drawing;
    this.face = fonts[0];
    const page = document.addPage([widthMm / POINT_MM, heightMm / POINT_MM]);
    this.node = page.node;
    this.ref = page.ref;
    this.resources = document.context.obj({ Font: { F1: this.face.font.ref }, Properties: {}, XObject: {} });
    this.parts.push(`${numberText(1 / POINT_MM)} 0 0 ${numberText(1 / POINT_MM)} 0 0 cm 1 J 1 j`);
  }

  layer(name: string, visible = true): this {
    const ref = this.drawing.layer(name, visible);
    let property = this.properties.get(ref);
    if (property === undefined) {
      property = `L${this.properties.size}`;
      this.properties.set(ref, property);
      (this.resources.lookup(PDFName.of("Properties")) as PDFDict).set(PDFName.of(property), ref);
    }
    this.endLayer();
    this.parts.push(`/OC /${property} BDC`);
    this.open = true;
    return this;
  }

  /** What follows stands on no layer. */
  endLayer(): this {
    if (this.open) this.parts.push("EMC");
    this.open = false;
    return this;
  }

  /** Width on paper, and dashes and gaps in turn; both in millimetres. */
  pen(widthMm: number, dashMm: readonly number[] = []): this {
    if (widthMm !== this.width) this.parts.push(`${numberText(widthMm)} w`);
    this.width = widthMm;
    const dashes = `[${dashMm.map(numberText).join(" ")}] 0 d`;
    if (dashes !== this.dashes) this.parts.push(dashMm.length > 0 ? `0 J ${dashes}` : `1 J ${dashes}`);
    this.dashes = dashes;
    return this;
  }

  /** Colour of lines, 0xRRGGBB. */
  ink(rgb: number): this {
    this.parts.push(`${shares(rgb)} RG`);
    return this;
  }

  /** Colour of fills and lettering, 0xRRGGBB. */
  fillInk(rgb: number): this {
    this.parts.push(`${shares(rgb)} rg`);
    return this;
  }

  lettering(set?: Lettering): this {
    this.set = set;
    this.face = wantedFont(set, this.fonts) ?? this.fonts[0];
    return this;
  }

  /** The font's name on this page, made when first asked for. */
  private faceName(): string {
    const name = `F${this.fonts.indexOf(this.face) + 1}`;
    (this.resources.lookup(PDFName.of("Font")) as PDFDict).set(PDFName.of(name), this.face.font.ref);
    return name;
  }

  line(x1: number, y1: number, x2: number, y2: number): this {
    return this.path(
      [
        [x1, y1],
        [x2, y2],
      ],
      "S",
    );
  }

  polyline(points: readonly Point[], closed = false): this {
    return this.path(points, closed ? "s" : "S");
  }

  /** A filled outline without a line around it. */
  fill(points: readonly Point[]): this {
    return this.path(points, "f");
  }

  rectangle(box: BoxMm, how: "S" | "f" = "S"): this {
    this.parts.push(`${[box.x, box.y, box.width, box.height].map(numberText).join(" ")} re ${how}`);
    return this;
  }

  private path(points: readonly Point[], painting: string): this {
    const steps = points.map(([x, y], i) => `${numberText(x)} ${numberText(y)} ${i === 0 ? "m" : "l"}`);
    this.parts.push(`${steps.join(" ")} ${painting}`);
    return this;
  }

  circle(x: number, y: number, radius: number, how: "S" | "f" = "S"): this {
    return this.curves(arcCurves(x, y, radius, 0, 360), how);
  }

  /** An arc, counter-clockwise from one angle to another, degrees. */
  arc(x: number, y: number, radius: number, fromDeg: number, toDeg: number): this {
    return this.curves(arcCurves(x, y, radius, fromDeg, toDeg), "S");
  }

  private curves(curves: readonly (readonly number[])[], how: string): this {
    const [start, ...rest] = curves;
    this.parts.push(
      `${(start ?? []).map(numberText).join(" ")} m ${rest.map((each) => `${each.map(numberText).join(" ")} c`).join(" ")} ${how}`,
    );
    return this;
  }

  /** Width of a string set with capitals of a height, millimetres. */
  textWidth(text: string, heightMm: number): number {
    const shown = printable(text);
    const { font, capHeight } = this.face;
    return font.widthOfTextAtSize(shown, heightMm / capHeight) + letterCount(shown) * spacingMm(this.set, heightMm);
  }

  text(text: string, x: number, y: number, { heightMm, align = "left", angleDeg = 0 }: TextOptions): this {
    const shown = printable(text);
    if (shown === "") return this;
    const { font, capHeight } = this.face;
    const size = heightMm / capHeight;
    const back = align === "left" ? 0 : this.textWidth(shown, heightMm) * (align === "middle" ? 0.5 : 1);
    const turn = (angleDeg * Math.PI) / 180;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const matrix = [cos, sin, -sin, cos, x - back * cos, y - back * sin].map(numberText).join(" ");
    const spacing = spacingMm(this.set, heightMm);
    if (spacing !== this.spacing) this.parts.push(`${numberText(spacing)} Tc`);
    this.spacing = spacing;
    this.parts.push(
      `BT /${this.faceName()} ${numberText(size)} Tf ${matrix} Tm ${font.encodeText(shown).toString()} Tj ET`,
    );
    return this;
  }

  /** States a scale for a part of the page. */
  stateScale(scales: readonly StatedScale[]): this {
    this.node.set(PDFName.of("VP"), viewports(this.drawing.document.context, scales));
    return this;
  }

  /**
   * Places the first page of another PDF, scaled, its point (`fromX`, `fromY`) at (`x`, `y`), cut to
   * `cropMm` of that page. Its layers are kept; those that this drawing has already become one.
   */
  async place(
    bytes: Uint8Array,
    { x, y, fromX, fromY, factor, cropMm }: Placed,
    options: { limits?: Partial<ReadLimits>; inflate?: InflateFn } = {},
  ): Promise<Result<undefined>> {
    const form = formOf(this.drawing, bytes, cropMm, options);
    if (!form.ok) return form;
    if (!form.value) return good(undefined);
    this.endLayer();
    this.show(form.value, [factor, 0, 0, factor, x - fromX * factor, y - fromY * factor]);
    return good(undefined);
  }

  /** Puts a picture into a box, as large as its proportions let it be, in the middle. Millimetres. */
  async picture(file: PictureFile, box: BoxMm): Promise<Result<undefined>> {
    const image = await imageOf(this.drawing.document, file);
    if (!image.ok) return image;
    const factor = Math.min(box.width / file.widthPx, box.height / file.heightPx);
    const [width, height] = [file.widthPx * factor, file.heightPx * factor];
    const [x, y] = [box.x + (box.width - width) / 2, box.y + (box.height - height) / 2];
    this.show(image.value, [width, 0, 0, height, x, y]);
    return good(undefined);
  }

  private show(object: PDFRef, matrix: readonly number[]): void {
    const objects = this.resources.lookup(PDFName.of("XObject")) as PDFDict;
    const name = `P${objects.keys().length}`;
    objects.set(PDFName.of(name), object);
    this.parts.push(`q ${matrix.map(numberText).join(" ")} cm ${nameText(name)} Do Q`);
  }

  /** Writes the page's content; nothing can be drawn after. */
  finish(): void {
    this.endLayer();
    const { context } = this.drawing.document;
    this.node.set(PDFName.of("Contents"), context.register(context.flateStream(this.parts.join("\n"))));
    this.node.set(PDFName.of("Resources"), this.resources);
  }
}

const shares = (rgb: number): string =>
  [rgb >> 16, (rgb >> 8) & 255, rgb & 255].map((byte) => numberText(byte / 255)).join(" ");
