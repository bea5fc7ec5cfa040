import type { Budget } from "../budget";
import { dictAt, dictOf } from "../objects";
import type { PageOrigin } from "../origin";
import type { PdfPage } from "../page-tree";
import { layerName } from "./moves";
import { NotSafe, patched, type Patch } from "./patch";
import { pageContent } from "../read";
import { streamBytes } from "../streams";
import type { FileUpdate } from "../syntax/file-update";
import { nameText } from "../syntax/serialise";
import { Dict, Ref, Stream, type Value } from "../syntax/values";

/** A page with the patches of its content and of the forms that it draws, by instance. */
export interface PatchedPage {
  readonly node: PdfPage;
  readonly origin: PageOrigin;
  readonly patches: ReadonlyMap<number, Patch[]>;
}

/** One drawing of a form or page, with what is to change in it and in the forms that it draws. */
interface Node {
  readonly form: number | undefined;
  readonly patches: Patch[];
  /** Forms drawn in it that change, by the operator that draws each. */
  readonly children: { readonly node: Node; readonly name: string; readonly from: number; readonly to: number }[];
}

/**
 * Writes patched contents into a file. A form that changes becomes a form of its own beside the old one, one for all
 * places that change it alike: whatever else draws the old one – another page, a pattern, a note – stays as it is.
 */
export function contentsWith(pages: readonly PatchedPage[], update: FileUpdate, budget: Budget): void {
  const writer = new Contents(update, budget);
  for (const page of pages) writer.page(page);
}

class Contents {
  private readonly forms = new Map<string, Ref>();
  private readonly keys = new Map<Node, string>();
  private readonly written = new Set<number>();

  constructor(
    private readonly update: FileUpdate,
    private readonly budget: Budget,
  ) {}

  page({ node, origin, patches }: PatchedPage): void {
    const root = treeOf(origin, patches);
    // A page that is listed twice is one object; it is changed once.
    if (!root || node.number === 0 || this.written.has(node.number)) return;
    this.written.add(node.number);
    const resources = new OwnResources(this.update, dictOf(node.attributes.Resources));
    const content = this.withChildren(root, pageContent(node.dict, this.budget), resources);
    const stream = this.update.add(this.update.stream(this.update.dict([]), content));
    this.update.set(node.number, this.update.dict([...node.dict.entries, ["Contents", stream], ...resources.entry()]));
  }

  private withChildren(node: Node, content: Uint8Array, resources: OwnResources): Uint8Array {
    const patches = [...node.patches];
    for (const { layer } of patches) if (layer !== undefined) resources.callLayer(layerName(layer), new Ref(layer));
    for (const { node: child, name, from, to } of node.children) {
      const form = this.formFor(child, resources);
      if (form) patches.push({ from, to, text: `${nameText(resources.nameFor(name, form))} Do` });
    }
    return patched(content, patches);
  }

  private formFor(node: Node, around: OwnResources): Ref | undefined {
    const key = this.keyOf(node);
    const made = this.forms.get(key);
    if (made) return made;
    const stream = this.update.file.object(node.form ?? 0);
    if (!(stream instanceof Stream)) return undefined;
    // A form without resources uses those of what draws it.
    const own = dictAt(stream.dict, "Resources");
    const resources = new OwnResources(this.update, own ?? around.dict);
    const content = this.withChildren(node, streamBytes(stream, this.budget), resources);
    const dict = this.update.dict([...stream.dict.entries, ...resources.entry()]);
    const ref = this.update.add(this.update.stream(dict, content));
    this.forms.set(key, ref);
    return ref;
  }

  /** What a node would become, as a key: the same key, the same content. */
  private keyOf(node: Node): string {
    let key = this.keys.get(node);
    if (key === undefined) {
      const inner = node.children.map(({ node: child, from }) => `${from}{${this.keyOf(child)}}`);
      key = JSON.stringify([node.form, node.patches, inner]);
      this.keys.set(node, key);
    }
    return key;
  }
}

/** The drawings of a page as a tree of those that change; undefined where none does. */
function treeOf({ instances }: PageOrigin, patches: ReadonlyMap<number, Patch[]>): Node | undefined {
  const nodes = instances.map(({ form }, i): Node => ({ form, patches: patches.get(i) ?? [], children: [] }));
  // Instances stand behind those that draw them, so from the last to the first each knows whether it changes.
  for (let i = nodes.length - 1; i > 0; i--) {
    const [node, instance] = [nodes[i], instances[i]];
    if (
      !node ||
      !instance ||
      instance.isNote ||
      instance.cell ||
      (node.patches.length === 0 && node.children.length === 0)
    )
      continue;
    nodes[instance.parent]?.children.unshift({ node, name: instance.name, from: instance.at, to: instance.to });
  }
  const [root] = nodes;
  return root && (root.patches.length > 0 || root.children.length > 0) ? root : undefined;
}

/** Resources that are added to without changing those of others; only what is added to is copied. */
class OwnResources {
  private readonly added = new Map<"XObject" | "Properties", Map<string, Value>>();

  constructor(
    private readonly update: FileUpdate,
    readonly dict: Dict | undefined,
  ) {}

  private section(key: "XObject" | "Properties"): Map<string, Value> {
    const known = this.added.get(key) ?? new Map<string, Value>(dictAt(this.dict, key)?.entries);
    this.added.set(key, known);
    return known;
  }

  /** A name for a form that takes the place of another. */
  nameFor(old: string, form: Ref): string {
    const name = `${old}_${form.number}`;
    this.section("XObject").set(name, form);
    return name;
  }

  /** A name by which the content can call a layer. */
  callLayer(name: string, layer: Ref): void {
    const section = this.section("Properties");
    const known = section.get(name);
    if (known !== undefined && !(known instanceof Ref && known.number === layer.number))
      throw new NotSafe(`The page calls something else “${name}”, by which the layer was to be called.`);
    section.set(name, layer);
  }

  /** The entry for the dictionary that these are resources of; none where nothing was added. */
  entry(): [string, Value][] {
    if (this.added.size === 0) return [];
    const kept = this.dict ? [...this.dict.entries] : [];
    const added = [...this.added].map(([key, entries]) => [key, this.update.dict(entries)] as const);
    return [["Resources", this.update.dict([...kept, ...added])]];
  }
}
