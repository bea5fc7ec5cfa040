import { PDFRef, type PDFContext, type PDFObject } from "@cantoo/pdf-lib";
import type { Font } from "../../drawing";
import { loadFont, type LoadedFont } from "./fonts/font";
import { dictOf } from "./objects";
import type { InflateBudget } from "./streams";

/** The fonts of a file, each loaded once. */
export class FontTable {
  readonly fonts: Font[] = [];
  private readonly byObject = new Map<unknown, { id: number; loaded: LoadedFont } | undefined>();

  constructor(private readonly budget: InflateBudget) {}

  find(entry: PDFObject | undefined, context: PDFContext): { id: number; loaded: LoadedFont } | undefined {
    const key = entry instanceof PDFRef ? entry.tag : entry;
    if (this.byObject.has(key)) return this.byObject.get(key);
    const dict = dictOf(entry instanceof PDFRef ? context.lookup(entry) : entry);
    const loaded = dict && loadFont(dict, this.budget);
    const found = loaded && { id: this.fonts.push(loaded.font) - 1, loaded };
    this.byObject.set(key, found);
    return found;
  }
}
