import { PDFArray, PDFDict, PDFName, PDFRef, type PDFContext, type PDFDocument, type PDFObject } from "@cantoo/pdf-lib";
import type { Layer } from "../../drawing";
import { overLimit, type ReadLimits } from "../limits";
import { dictAt, dictOf, nameAt, textOf } from "./objects";

/** What marked content means for the marks in it. */
export interface Membership {
  /** Index into the layers; -1 for none. */
  readonly layer: number;
  readonly visible: boolean;
}

/** The file's layers (optional content groups) and how to tell which of them marks belong to. */
export class OptionalContent {
  private readonly context: PDFContext;
  readonly layers: Layer[] = [];
  /** Reference of each layer's group: `12 0 R`. */
  readonly tags: string[] = [];
  private readonly byTag = new Map<string, number>();
  private readonly known = new Map<string, Membership>();

  constructor(document: PDFDocument, limits: ReadLimits) {
    this.context = document.context;
    const properties = dictAt(document.catalog, "OCProperties");
    const groups = properties?.lookup(PDFName.of("OCGs"));
    if (!(groups instanceof PDFArray)) return;
    if (groups.size() > limits.layers)
      throw overLimit(`The file has ${groups.size().toLocaleString("en")} layers`, limits.layers.toLocaleString("en"));
    const visible = defaultVisibility(dictAt(properties, "D"));
    for (const ref of groups.asArray()) {
      if (!(ref instanceof PDFRef) || this.byTag.has(ref.tag)) continue;
      const group = dictOf(document.context.lookup(ref));
      if (!group) continue;
      this.byTag.set(ref.tag, this.layers.length);
      this.tags.push(ref.tag);
      this.layers.push({
        name: textOf(group.lookup(PDFName.of("Name"))) ?? "",
        visible: visible(ref.tag),
      });
    }
  }

  /** Membership for an entry of /Properties or a value of /OC: a group, or a membership dictionary. */
  membership(value: PDFObject | undefined): Membership | undefined {
    const tag = value instanceof PDFRef ? value.tag : undefined;
    const known = tag === undefined ? undefined : this.known.get(tag);
    if (known) return known;
    const found = this.find(value);
    if (found && tag !== undefined) this.known.set(tag, found);
    return found;
  }

  private find(value: PDFObject | undefined): Membership | undefined {
    if (value instanceof PDFRef) {
      const layer = this.byTag.get(value.tag);
      if (layer !== undefined) return { layer, visible: this.layers[layer]?.visible ?? true };
    }
    const dict = dictOf(value instanceof PDFRef ? this.context.lookup(value) : value);
    return dict && nameAt(dict, "Type") === "OCMD" ? this.ofMembershipDict(dict) : undefined;
  }

  private ofMembershipDict(dict: PDFDict): Membership | undefined {
    const entry = dict.get(PDFName.of("OCGs"));
    const listed =
      entry instanceof PDFRef && this.byTag.has(entry.tag) ? [entry] : listedIn(dict.lookup(PDFName.of("OCGs")));
    const layers = listed.map((ref) => this.byTag.get(ref.tag)).filter((each) => each !== undefined);
    const expression = dict.lookup(PDFName.of("VE"));
    const first = layers[0] ?? -1;
    if (expression instanceof PDFArray) return { layer: first, visible: this.evaluate(expression, 0) };
    if (layers.length === 0) return undefined;
    const shown = layers.map((layer) => this.layers[layer]?.visible ?? true);
    return { layer: first, visible: byPolicy(nameAt(dict, "P") ?? "AnyOn", shown) };
  }

  /** A visibility expression (ISO 32000-1, 8.11.2.2): /And, /Or, /Not over groups and expressions. */
  private evaluate(expression: PDFArray, depth: number): boolean {
    const operator = expression.size() > 0 ? expression.lookup(0) : undefined;
    if (!(operator instanceof PDFName) || depth > 32) return true;
    const values = expression
      .asArray()
      .slice(1)
      .map((each) => {
        if (each instanceof PDFRef && this.byTag.has(each.tag))
          return this.layers[this.byTag.get(each.tag) ?? 0]?.visible ?? true;
        const inner = each instanceof PDFRef ? this.context.lookup(each) : each;
        return inner instanceof PDFArray ? this.evaluate(inner, depth + 1) : true;
      });
    if (operator.decodeText() === "Not") return !(values[0] ?? false);
    return operator.decodeText() === "Or" ? values.some(Boolean) : values.every(Boolean);
  }
}

const listedIn = (value: PDFObject | undefined): PDFRef[] =>
  value instanceof PDFArray ? value.asArray().filter((each) => each instanceof PDFRef) : [];

function byPolicy(policy: string, shown: readonly boolean[]): boolean {
  switch (policy) {
    case "AllOn":
      return shown.every(Boolean);
    case "AnyOff":
      return shown.some((each) => !each);
    case "AllOff":
      return shown.every((each) => !each);
    default:
      return shown.some(Boolean);
  }
}

function defaultVisibility(config: PDFDict | undefined): (tag: string) => boolean {
  const tags = (key: string): Set<string> => {
    const list = config?.lookup(PDFName.of(key));
    return new Set(listedIn(list).map((ref) => ref.tag));
  };
  const [on, off] = [tags("ON"), tags("OFF")];
  const base = nameAt(config, "BaseState") !== "OFF";
  return (tag) => (base ? !off.has(tag) : on.has(tag) && !off.has(tag));
}
