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
import type { Drawing, DrawingChanges, Page } from "../../drawing";
import { bad, good, type Result } from "../../problem";
import { DEFAULT_LIMITS, ReadError, type ReadLimits } from "./limits";
import { dictAt, dictOf } from "./objects";
import { openPdf } from "./open";
import { inherited } from "./page-box";
import { nameOperand, patched, patchesFor, type Patch } from "./patches";
import { pageContent } from "./read";
import { refOf, replaceRefs } from "./refs";
import { InflateBudget, streamBytes, type InflateFn } from "./streams";

/**
 * Carries out changes in the PDF that `drawing` was read from, and returns a new file. The bytes
 * handed in are not touched. Layers are renamed in their dictionaries; marks are changed in the
 * content at the positions recorded when they were read.
 */
export async function editPdf(
  bytes: Uint8Array,
  drawing: Drawing,
  changes: DrawingChanges,
  options: { readonly limits?: Partial<ReadLimits>; readonly inflate?: InflateFn } = {},
): Promise<Result<Uint8Array>> {
  const limits = { ...DEFAULT_LIMITS, ...options.limits };
  try {
    const document = await openPdf(bytes, limits);
    const writer = new Writer(document, new InflateBudget(limits, options.inflate));
    for (const change of changes.pages) {
      const page = drawing.pages[change.page - 1];
      if (page) writer.notePatches(page, patchesFor(page, change));
    }
    writer.write();
    renameLayers(document, drawing, changes.layerNames);
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

  notePatches(page: Page, patches: ReadonlyMap<number, Patch[]>): void {
    const nodes: Node[] = page.source.instances.map(({ form }, i) => ({
      form,
      patches: patches.get(i) ?? [],
      children: [],
    }));
    page.source.instances.forEach(({ parent, name, at, to }, i) => {
      const node = nodes[i];
      if (node) nodes[parent]?.children.push({ node, name, from: at, to });
    });
    const dict = this.pageDicts[page.index - 1];
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
function renameLayers(document: PDFDocument, drawing: Drawing, names: ReadonlyMap<number, string>): void {
  if (names.size === 0) return;
  const holder = new Map<string, string>();
  drawing.layers.forEach((layer, id) => {
    if (!names.has(id) && !holder.has(layer.name)) holder.set(layer.name, layer.source);
  });
  const replaced = new Map<string, PDFRef>();
  for (const [id, name] of names) {
    const tag = drawing.layers[id]?.source;
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
