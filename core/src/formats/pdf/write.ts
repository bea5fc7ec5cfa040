import fontkit from "@cantoo/fontkit";
import {
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFHexString,
  PDFName,
  PDFNumber,
  PDFObjectCopier,
  PDFString,
  type PDFFont,
  type PDFRef,
} from "@cantoo/pdf-lib";
import { printable, type Board, type BoxMm, type Lettering, type Point, type TextOptions } from "../../drawing";
import { bad, good, type Result } from "../../base/result";
import type { InflateFn } from "../format";
import type { PictureFile } from "../picture-file";
import { letterCount, spacingMm, wantedFont } from "../set-font";
import { DEFAULT_LIMITS, ReadError, type ReadLimits } from "../limits";
import { dictOf } from "./objects";
import { openPdf } from "./open";
import { OptionalContent } from "./optional-content";
import { inherited, pageBox } from "./page-box";
import { nameOperand, operand } from "./patches";
import { pageContent } from "./read";
import { refOf, replaceRefs } from "./refs";
import { InflateBudget } from "./streams";

const POINT_MM = 25.4 / 72;
/** A quarter of a circle as one Bézier curve. */
const KAPPA = 0.5522847498;

export interface FontFile {
  readonly bytes: Uint8Array;
  /** Height of capitals as a share of the size. */
  readonly capHeight: number;
}

/** A font as it stands in the file. */
interface EmbeddedFont {
  readonly family: string;
  readonly font: PDFFont;
  readonly capHeight: number;
}

/** A stated scale for a part of a page, as any viewer measures by it. */
export interface StatedScale {
  readonly boxMm: BoxMm;
  readonly name: string;
  readonly buildingPerPaper: number;
  /** `1:100` or `1/4" = 1'-0"`. */
  readonly ratio: string;
  readonly units: "metric" | "feet-inches";
}

/** Writes layered drawings as PDF. Coordinates in millimetres on paper, origin lower-left. */
export class PdfWriter {
  private readonly layers = new Map<string, PDFRef>();
  private readonly hiddenLayers = new Set<string>();

  private constructor(
    readonly document: PDFDocument,
    /** The drawing's own font first. */
    private readonly fonts: readonly [EmbeddedFont, ...EmbeddedFont[]],
  ) {}

  /** `others` are fonts that lettering may ask for besides the drawing's own. */
  static async create(
    font: FontFile & { readonly family?: string },
    title: string,
    others: readonly (FontFile & { readonly family: string })[] = [],
  ): Promise<PdfWriter> {
    const document = await PDFDocument.create();
    document.registerFontkit(fontkit as never);
    document.setTitle(title);
    document.setProducer("Hemstitch");
    document.setCreator("Hemstitch");
    const embedded = async ({ family = "", bytes, capHeight }: typeof font): Promise<EmbeddedFont> => ({
      family,
      font: await document.embedFont(bytes, { subset: true }),
      capHeight,
    });
    return new PdfWriter(document, [await embedded(font), ...(await Promise.all(others.map(embedded)))]);
  }

  addPage(widthMm: number, heightMm: number): PdfPage {
    return new PdfPage(this, widthMm, heightMm, this.fonts);
  }

  /** The layer's object, made when first asked for. */
  layer(name: string, visible = true): PDFRef {
    let ref = this.layers.get(name);
    if (!ref) {
      const { context } = this.document;
      ref = context.register(context.obj({ Type: "OCG", Name: PDFHexString.fromText(name) }));
      this.layers.set(name, ref);
      if (!visible) this.hiddenLayers.add(name);
    }
    return ref;
  }

  /** Takes over a layer of a placed file; two of one name are one. Returns the one to use. */
  adoptLayer(name: string, ref: PDFRef, visible: boolean): PDFRef {
    const known = this.layers.get(name);
    if (known) return known;
    this.layers.set(name, ref);
    if (!visible) this.hiddenLayers.add(name);
    return ref;
  }

  /** Bookmarks, each leading to a page or a part of one. */
  bookmark(entries: readonly { title: string; page: PdfPage; boxMm?: BoxMm }[]): void {
    const { context, catalog } = this.document;
    const root = context.nextRef();
    const refs = entries.map(() => context.nextRef());
    entries.forEach(({ title, page, boxMm }, i) => {
      const pageRef = page.ref;
      const to = boxMm
        ? [
            pageRef,
            "FitR",
            boxMm.x / POINT_MM,
            boxMm.y / POINT_MM,
            (boxMm.x + boxMm.width) / POINT_MM,
            (boxMm.y + boxMm.height) / POINT_MM,
          ]
        : [pageRef, "Fit"];
      const item = context.obj({ Title: PDFHexString.fromText(title), Parent: root, Dest: to });
      const [previous, next, ref] = [refs[i - 1], refs[i + 1], refs[i]];
      if (previous) item.set(PDFName.of("Prev"), previous);
      if (next) item.set(PDFName.of("Next"), next);
      if (ref) context.assign(ref, item);
    });
    const [first, last] = [refs[0], refs.at(-1)];
    if (!first || !last) return;
    context.assign(root, context.obj({ Type: "Outlines", First: first, Last: last, Count: entries.length }));
    catalog.set(PDFName.of("Outlines"), root);
    catalog.set(PDFName.of("PageMode"), PDFName.of("UseOutlines"));
  }

  async save(): Promise<Uint8Array> {
    const { context, catalog } = this.document;
    const all = [...this.layers.values()];
    const off = [...this.hiddenLayers].map((name) => this.layers.get(name)).filter((ref) => ref !== undefined);
    if (all.length > 0)
      catalog.set(PDFName.of("OCProperties"), context.obj({ OCGs: all, D: { Order: [...all], OFF: off } }));
    return this.document.save({ useObjectStreams: false, addDefaultPage: false });
  }
}

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
    this.parts.push(`${operand(1 / POINT_MM)} 0 0 ${operand(1 / POINT_MM)} 0 0 cm 1 J 1 j`);
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
    if (widthMm !== this.width) this.parts.push(`${operand(widthMm)} w`);
    this.width = widthMm;
    const dashes = `[${dashMm.map(operand).join(" ")}] 0 d`;
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
    this.parts.push(`${[box.x, box.y, box.width, box.height].map(operand).join(" ")} re ${how}`);
    return this;
  }

  private path(points: readonly Point[], painting: string): this {
    const steps = points.map(([x, y], i) => `${operand(x)} ${operand(y)} ${i === 0 ? "m" : "l"}`);
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
      `${(start ?? []).map(operand).join(" ")} m ${rest.map((each) => `${each.map(operand).join(" ")} c`).join(" ")} ${how}`,
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
    const matrix = [cos, sin, -sin, cos, x - back * cos, y - back * sin].map(operand).join(" ");
    const spacing = spacingMm(this.set, heightMm);
    if (spacing !== this.spacing) this.parts.push(`${operand(spacing)} Tc`);
    this.spacing = spacing;
    this.parts.push(
      `BT /${this.faceName()} ${operand(size)} Tf ${matrix} Tm ${font.encodeText(shown).toString()} Tj ET`,
    );
    return this;
  }

  /** States a scale for a part of the page (measure dictionary, ISO 32000-1, 12.9). */
  stateScale(scales: readonly StatedScale[]): this {
    const { context } = this.drawing.document;
    const list = scales.map(({ boxMm, name, buildingPerPaper, ratio, units }) => {
      const [unit, unitMm] = units === "metric" ? ["m", 1000] : ["ft", 304.8];
      const perPoint = (buildingPerPaper * POINT_MM) / unitMm;
      const format = (label: string, factor: number, decimals: number): PDFDict =>
        context.obj({ Type: "NumberFormat", U: PDFString.of(label), C: factor, D: decimals, F: "D" });
      return context.obj({
        Type: "Viewport",
        BBox: [boxMm.x, boxMm.y, boxMm.x + boxMm.width, boxMm.y + boxMm.height].map((each) => each / POINT_MM),
        Name: PDFHexString.fromText(name),
        Measure: {
          Type: "Measure",
          Subtype: "RL",
          R: PDFHexString.fromText(ratio),
          X: [format(unit, perPoint, 1000)],
          D: [format(unit, 1, 1000)],
          A: [format(units === "metric" ? "m2" : "sq ft", 1, 100)],
        },
      });
    });
    this.node.set(PDFName.of("VP"), context.obj(list));
    return this;
  }

  /**
   * Places the first page of another PDF, scaled, its point (`fromX`, `fromY`) at (`x`, `y`), cut to
   * `cropMm` of that page. Its layers are kept; those that this drawing has already become one.
   */
  async place(
    bytes: Uint8Array,
    placement: Placed,
    options: { limits?: Partial<ReadLimits>; inflate?: InflateFn } = {},
  ): Promise<Result<undefined>> {
    const limits = { ...DEFAULT_LIMITS, ...options.limits };
    try {
      const source = await openPdf(bytes, limits);
      this.placeFrom(source, placement, limits, options.inflate);
      return good(undefined);
    } catch (error) {
      if (error instanceof ReadError)
        return bad(error.code, error.message, error.remedy ? { remedy: error.remedy } : {});
      throw error;
    }
  }

  /** Puts a picture into a box, as large as its proportions let it be, in the middle. Millimetres. */
  async picture(file: PictureFile, box: BoxMm): Promise<Result<undefined>> {
    const { document } = this.drawing;
    let image;
    try {
      image = await (file.kind === "png" ? document.embedPng(file.bytes) : document.embedJpg(file.bytes));
    } catch {
      return bad("not-a-picture", "The file is damaged and can't be shown.", { remedy: "Upload the picture again." });
    }
    const objects = this.resources.lookup(PDFName.of("XObject")) as PDFDict;
    const name = `P${objects.keys().length}`;
    objects.set(PDFName.of(name), image.ref);
    const factor = Math.min(box.width / file.widthPx, box.height / file.heightPx);
    const [width, height] = [file.widthPx * factor, file.heightPx * factor];
    const [x, y] = [box.x + (box.width - width) / 2, box.y + (box.height - height) / 2];
    this.parts.push(`q ${[width, 0, 0, height, x, y].map(operand).join(" ")} cm ${nameOperand(name)} Do Q`);
    return good(undefined);
  }

  private placeFrom(
    source: PDFDocument,
    { x, y, fromX, fromY, factor, cropMm }: Placed,
    limits: ReadLimits,
    inflate: InflateFn | undefined,
  ): void {
    const { context } = this.drawing.document;
    const copier = PDFObjectCopier.for(source.context, context);
    const page = source.getPages()[0]?.node;
    if (!page) return;
    const resources = dictOf(inherited(page, "Resources"));
    const form = context.flateStream(pageContent(page, new InflateBudget(limits, inflate)), {
      Type: "XObject",
      Subtype: "Form",
      FormType: 1,
    });
    if (resources) form.dict.set(PDFName.of("Resources"), copier.copy(resources));
    const { toPaper: m } = pageBox(page, 1, limits);
    form.dict.set(PDFName.of("Matrix"), numbers(context, [m.a, m.b, m.c, m.d, m.e, m.f]));
    form.dict.set(PDFName.of("BBox"), numbers(context, boxInUserSpace(cropMm, m)));
    this.adoptLayers(source, copier, limits);
    const objects = this.resources.lookup(PDFName.of("XObject")) as PDFDict;
    const name = `P${objects.keys().length}`;
    objects.set(PDFName.of(name), context.register(form));
    this.endLayer();
    this.parts.push(
      `q ${[factor, 0, 0, factor, x - fromX * factor, y - fromY * factor].map(operand).join(" ")} cm ${nameOperand(name)} Do Q`,
    );
  }

  private adoptLayers(source: PDFDocument, copier: PDFObjectCopier, limits: ReadLimits): void {
    const replaced = new Map<string, PDFRef>();
    const { layers, tags } = new OptionalContent(source, limits);
    layers.forEach((layer, id) => {
      const copy = copier.copy(refOf(tags[id] ?? ""));
      const used = this.drawing.adoptLayer(layer.name, copy, layer.visible);
      if (used !== copy) replaced.set(copy.tag, used);
    });
    replaceRefs(this.drawing.document.context, replaced);
  }

  /** Writes the page's content; nothing can be drawn after. */
  finish(): void {
    this.endLayer();
    const { context } = this.drawing.document;
    this.node.set(PDFName.of("Contents"), context.register(context.flateStream(this.parts.join("\n"))));
    this.node.set(PDFName.of("Resources"), this.resources);
  }
}

/** How a page is placed on another. */
export interface Placed {
  readonly x: number;
  readonly y: number;
  readonly fromX: number;
  readonly fromY: number;
  readonly factor: number;
  /** Part of the placed page that shows, in its own millimetres. */
  readonly cropMm: BoxMm;
}

const numbers = (context: PDFDocument["context"], values: readonly number[]): PDFArray => {
  const array = PDFArray.withContext(context);
  for (const value of values) array.push(PDFNumber.of(value));
  return array;
};

/** A box on paper in the page's user space, by the inverse of its map to paper. */
function boxInUserSpace(box: BoxMm, m: { a: number; b: number; c: number; d: number; e: number; f: number }): number[] {
  const det = m.a * m.d - m.b * m.c;
  const back = (x: number, y: number): [number, number] => [
    (m.d * (x - m.e) - m.c * (y - m.f)) / det,
    (m.a * (y - m.f) - m.b * (x - m.e)) / det,
  ];
  const [p, q] = [back(box.x, box.y), back(box.x + box.width, box.y + box.height)];
  return [Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.max(p[0], q[0]), Math.max(p[1], q[1])];
}

const shares = (rgb: number): string =>
  [rgb >> 16, (rgb >> 8) & 255, rgb & 255].map((byte) => operand(byte / 255)).join(" ");

/** The start point, then Bézier curves of at most a quarter turn. */
function arcCurves(x: number, y: number, r: number, fromDeg: number, toDeg: number): number[][] {
  const turn = toDeg - fromDeg;
  const steps = Math.max(1, Math.ceil(Math.abs(turn) / 90));
  const step = ((turn / steps) * Math.PI) / 180;
  const k =
    (Math.abs(Math.abs(step) - Math.PI / 2) < 1e-9 ? KAPPA : (4 / 3) * Math.tan(Math.abs(step) / 4)) * Math.sign(step);
  const point = (angle: number): [number, number] => [x + r * Math.cos(angle), y + r * Math.sin(angle)];
  const start = (fromDeg * Math.PI) / 180;
  const curves: number[][] = [[...point(start)]];
  for (let i = 0; i < steps; i++) {
    const [a, b] = [start + i * step, start + (i + 1) * step];
    const [[ax, ay], [bx, by]] = [point(a), point(b)];
    curves.push([
      ax - k * r * Math.sin(a),
      ay + k * r * Math.cos(a),
      bx + k * r * Math.sin(b),
      by - k * r * Math.cos(b),
      bx,
      by,
    ]);
  }
  return curves;
}
