import {
  PDFDict,
  PDFHexString,
  PDFName,
  PDFRawStream,
  PDFRef,
  PDFStream,
  type PDFContext,
  type PDFDocument,
  type PDFObject,
} from "@cantoo/pdf-lib";
import { changesOf, type Change, type MarkChange } from "../../drawing";
import { bad, good, type Result } from "../../base/result";
import type { Origin, ReadOptions } from "../format";
import { DEFAULT_LIMITS, ReadError } from "../limits";
import { dictAt, dictOf, lookup, textOf } from "./objects";
import { openPdf } from "./open";
import { PdfOrigin, type PageOrigin } from "./origin";
import { inherited } from "./page-box";
import { nameOperand, patched, patchesFor, type Patch } from "./patches";
import { pageContent } from "./read";
import { refOf, replaceRefs } from "./refs";
import { InflateBudget, streamBytes } from "./streams";

/**
 * Carries out changes in a PDF. Layers are renamed in their dictionaries; marks are changed in the
 * content at the positions recorded when they were read.
 */
export async function editPdf(
  bytes: Uint8Array,
  origin: Origin,
  changes: readonly Change[],
  options: ReadOptions = {},
): Promise<Result<Uint8Array>> {
  if (!(origin instanceof PdfOrigin)) throw new Error("This origin was not made by reading a PDF.");
  const limits = { ...DEFAULT_LIMITS, ...options.limits };
  try {
    const document = await openPdf(bytes, limits);
    const writer = new Writer(document, new InflateBudget(limits, options.inflate));
    origin.pages.forEach((page, i) => {
      const own = changes.filter((change): change is MarkChange => change.kind !== "rename" && change.page === i + 1);
      if (own.length > 0) writer.notePatches(i, page, patchesFor(page, own));
    });
    writer.write();
    renameLayers(document, origin, new Map(changesOf(changes, "rename").map(({ layer, to }) => [layer, to])));
    return good(await document.save({ useObjectStreams: false, addDefaultPage: false, updateFieldAppearances: false }));
  } catch (error) {
    if (error instanceof ReadError) return bad(error.code, error.message, error.remedy ? { remedy: error.remedy } : {});
    throw error;
  }
}

/** One drawing of a form or page, with what is to change in it and in the forms that it draws. */
interface Node {
  readonly form: string | undefined;
  readonly patches: Patch[];
  /** Forms drawn in it, by the operator that draws each. */
  readonly children: { readonly node: Node; readonly name: string; readonly from: number; readonly to: number }[];
}

/**
 * Writes patched contents back. A form drawn in several places keeps its object where all of them
 * change it alike; where they differ, each variant becomes a form of its own.
 */
class Writer {
  private readonly pages: { readonly dict: PDFDict; readonly root: Node }[] = [];
  private readonly variants = new Map<string, Map<string, PDFRef | undefined>>();
  private readonly keys = new Map<Node, string>();
  private readonly pageDicts: PDFDict[];

  constructor(
    private readonly document: PDFDocument,
    private readonly budget: InflateBudget,
  ) {
    this.pageDicts = document.getPages().map((page) => page.node);
  }

  notePatches(index: number, page: PageOrigin, patches: ReadonlyMap<number, Patch[]>): void {
    const nodes: Node[] = page.instances.map(({ form }, i) => ({
      form,
      patches: patches.get(i) ?? [],
      children: [],
    }));
    page.instances.forEach(({ parent, name, at, to }, i) => {
      const node = nodes[i];
      if (node) nodes[parent]?.children.push({ node, name, from: at, to });
    });
    const dict = this.pageDicts[index];
    if (nodes[0] && dict) this.pages.push({ dict, root: nodes[0] });
  }

  write(): void {
    for (const { root } of this.pages) this.countVariants(root);
    for (const { dict, root } of this.pages) {
      if (!this.changed(root)) continue;
      const resources = this.ownResources(dict, dictOf(inherited(dict, "Resources")));
      const content = this.withChildren(root, pageContent(dict, this.budget), resources);
      dict.set(PDFName.of("Contents"), this.document.context.register(this.document.context.flateStream(content)));
    }
  }

  /** What a node would become, as a key: the same key, the same content. */
  private keyOf(node: Node): string {
    let key = this.keys.get(node);
    if (key === undefined) {
      const inner = node.children
        .filter(({ node: child }) => this.changed(child))
        .map(({ node: child, from }) => `${from}{${this.keyOf(child)}}`);
      key = JSON.stringify([node.form, node.patches, inner]);
      this.keys.set(node, key);
    }
    return key;
  }

  private readonly changes = new Map<Node, boolean>();

  private changed(node: Node): boolean {
    let changed = this.changes.get(node);
    if (changed === undefined) {
      changed = node.patches.length > 0 || node.children.some(({ node: child }) => this.changed(child));
      this.changes.set(node, changed);
    }
    return changed;
  }

  private countVariants(node: Node): void {
    if (node.form !== undefined) {
      const known = this.variants.get(node.form) ?? new Map<string, PDFRef | undefined>();
      known.set(this.changed(node) ? this.keyOf(node) : "", undefined);
      this.variants.set(node.form, known);
    }
    for (const { node: child } of node.children) this.countVariants(child);
  }

  /** A copy of the resources that can be added to without changing other pages. */
  private ownResources(owner: PDFDict, resources: PDFDict | undefined): PDFDict {
    const { context } = this.document;
    const own = resources ? resources.clone(context) : context.obj({});
    const objects = dictAt(resources, "XObject");
    own.set(PDFName.of("XObject"), objects ? objects.clone(context) : context.obj({}));
    owner.set(PDFName.of("Resources"), own);
    return own;
  }

  private withChildren(node: Node, content: Uint8Array, resources: PDFDict): Uint8Array {
    const objects = dictAt(resources, "XObject");
    const patches = [...node.patches];
    const contextOf = this.document.context;
    for (const { node: child, name, from, to } of node.children) {
      if (!this.changed(child)) continue;
      const old = objects?.get(PDFName.of(name));
      const ref = this.formFor(child, old, contextOf);
      if (!ref || ref === old) continue;
      const fresh = `${name}_${ref.objectNumber}`;
      objects?.set(PDFName.of(fresh), ref);
      patches.push({ from, to, text: `${nameOperand(fresh)} Do` });
    }
    return patched(content, patches);
  }

  /** The object of a changed form: the old one rewritten where nobody else draws it otherwise, else a new one. */
  private formFor(node: Node, old: PDFObject | undefined, context: PDFContext): PDFRef | undefined {
    const variants = this.variants.get(node.form ?? "");
    const key = this.keyOf(node);
    const made = variants?.get(key);
    if (made) return made;
    const stream = old instanceof PDFRef ? context.lookup(old) : undefined;
    if (!(stream instanceof PDFStream) || !(old instanceof PDFRef)) return undefined;
    const dict = stream.dict.clone(context);
    const resources = this.ownResources(dict, dictAt(stream.dict, "Resources"));
    const content = this.withChildren(node, streamBytes(stream, this.budget), resources);
    for (const entry of ["Filter", "DecodeParms", "Length"]) dict.delete(PDFName.of(entry));
    const packed = context.flateStream(content);
    packed.dict.entries().forEach(([entry, value]) => dict.set(entry, value));
    const fresh = PDFRawStream.of(dict, packed.getContents());
    const only = variants?.size === 1;
    if (only) context.assign(old, fresh);
    const ref = only ? old : context.register(fresh);
    variants?.set(key, ref);
    return ref;
  }
}

/** Renames layers; one renamed onto a name that another bears is replaced by that one everywhere. */
function renameLayers(document: PDFDocument, { layerTags }: PdfOrigin, names: ReadonlyMap<number, string>): void {
  if (names.size === 0) return;
  const nameOf = (tag: string): string => textOf(lookup(dictOf(document.context.lookup(refOf(tag))), "Name")) ?? "";
  const holder = new Map<string, string>();
  layerTags.forEach((tag, id) => {
    const name = nameOf(tag);
    if (!names.has(id) && !holder.has(name)) holder.set(name, tag);
  });
  const replaced = new Map<string, PDFRef>();
  for (const [id, name] of names) {
    const tag = layerTags[id];
    if (tag === undefined) continue;
    const existing = holder.get(name);
    if (existing !== undefined) replaced.set(tag, refOf(existing));
    else {
      holder.set(name, tag);
      dictOf(document.context.lookup(refOf(tag)))?.set(PDFName.of("Name"), PDFHexString.fromText(name));
    }
  }
  replaceRefs(document.context, replaced);
}
