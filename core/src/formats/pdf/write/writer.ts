import fontkit from "@cantoo/fontkit";
import { PDFDocument, PDFHexString, PDFName, type PDFRef } from "@cantoo/pdf-lib";
import { writeBookmarks, type Bookmark } from "./bookmarks";
import type { EmbeddedFont, FontFile } from "./fonts";
import { PdfPage } from "./page";

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

  /** Bookmarks, each leading to a page or a part of one. */
  bookmark(entries: readonly Bookmark[]): void {
    writeBookmarks(this.document, entries);
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
