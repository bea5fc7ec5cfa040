import type { Layer } from "../../drawing";
import { overLimit, type ReadLimits } from "../limits";
import { arrayAt, dictAt, dictOf, lookup, nameAt, rawAt, textOf } from "./objects";
import type { PdfFile } from "./syntax/pdf-file";
import { List, Name, Ref, resolved, type Dict, type Value } from "./syntax/values";

/** What marked content means for the marks in it. */
export interface Membership {
  /** Index into the layers; -1 for none. */
  readonly layer: number;
  readonly visible: boolean;
  /** Further layers that decide over it. */
  readonly beside: readonly number[];
}

/** The file's layers (optional content groups) and how to tell which of them marks belong to. */
export class OptionalContent {
  readonly layers: Layer[] = [];
  /** Number of each layer's object. */
  readonly numbers: number[] = [];
  private readonly byNumber = new Map<number, number>();
  private readonly known = new Map<number, Membership>();
  /** What parts of visibility expressions came to. */
  private readonly worth = new Map<List, Worth>();
  private evaluated = 0;

  constructor(
    private readonly file: PdfFile,
    limits: ReadLimits,
  ) {
    const properties = dictAt(file.catalog, "OCProperties");
    const groups = lookup(properties, "OCGs");
    if (!(groups instanceof List)) return;
    if (groups.items.length > limits.layers)
      throw overLimit(
        `The file has ${groups.items.length.toLocaleString("en")} layers`,
        limits.layers.toLocaleString("en"),
      );
    const config = dictAt(properties, "D");
    const [visible, printed] = [defaultVisibility(config), printedBySettings(config)];
    for (const ref of groups.items) {
      if (!(ref instanceof Ref) || this.byNumber.has(ref.number)) continue;
      const group = dictOf(file.object(ref.number));
      if (!group) continue;
      this.byNumber.set(ref.number, this.layers.length);
      this.numbers.push(ref.number);
      this.layers.push({
        name: textOf(lookup(group, "Name")) ?? "",
        visible: printed.has(ref.number) ? (printState(group) ?? visible(ref.number)) : visible(ref.number),
      });
    }
  }

  /** Whether an object of the file is one of its layers. */
  isLayer(number: number): boolean {
    return this.byNumber.has(number);
  }

  /** Membership for an entry of /Properties or a value of /OC: a group, or a membership dictionary. */
  membership(value: Value | undefined): Membership | undefined {
    const number = value instanceof Ref ? value.number : undefined;
    const known = number === undefined ? undefined : this.known.get(number);
    if (known) return known;
    const found = this.find(value);
    if (found && number !== undefined) this.known.set(number, found);
    return found;
  }

  private find(value: Value | undefined): Membership | undefined {
    if (value instanceof Ref) {
      const layer = this.byNumber.get(value.number);
      if (layer !== undefined) return { layer, visible: this.layers[layer]?.visible ?? true, beside: [] };
    }
    const dict = dictOf(resolved(value, this.file));
    return dict && nameAt(dict, "Type") === "OCMD" ? this.ofMembershipDict(dict) : undefined;
  }

  private ofMembershipDict(dict: Dict): Membership | undefined {
    const entry = rawAt(dict, "OCGs");
    const listed = entry instanceof Ref && this.byNumber.has(entry.number) ? [entry] : listedIn(lookup(dict, "OCGs"));
    const layers = listed.map((ref) => this.byNumber.get(ref.number)).filter((each) => each !== undefined);
    const expression = lookup(dict, "VE");
    if (expression instanceof List) {
      const { visible, layers: named } = this.evaluate(expression, 0);
      const [layer = -1, ...beside] = new Set([...layers, ...named]);
      return { layer, visible, beside: beside.slice(0, MOST_NAMED) };
    }
    const [layer, ...beside] = layers;
    if (layer === undefined) return undefined;
    const shown = layers.map((each) => this.layers[each]?.visible ?? true);
    return { layer, visible: byPolicy(nameAt(dict, "P") ?? "AnyOn", shown), beside: beside.slice(0, MOST_NAMED) };
  }

  /**
   * A visibility expression (ISO 32000-1, 8.11.2.2): /And, /Or, /Not over groups and expressions. Each part is worked
   * out once: one that stands in itself many times over would take for ever.
   */
  private evaluate(expression: List, depth: number): Worth {
    const known = this.worth.get(expression);
    if (known) return known;
    const [operator, ...operands] = expression.items;
    if (!(operator instanceof Name) || depth > DEEPEST_EXPRESSION) return SHOWN;
    if (++this.evaluated > MOST_EXPRESSIONS)
      throw overLimit("The layers' visibility is written with more expressions than is sensible", "100,000");
    this.worth.set(expression, SHOWN);
    const parts = operands.map((each): Worth => {
      const layer = each instanceof Ref ? this.byNumber.get(each.number) : undefined;
      if (layer !== undefined) return { visible: this.layers[layer]?.visible ?? true, layers: [layer] };
      const inner = resolved(each, this.file);
      return inner instanceof List ? this.evaluate(inner, depth + 1) : SHOWN;
    });
    const visible = worthOf(
      operator.text,
      parts.map((each) => each.visible),
    );
    const layers = [...new Set(parts.flatMap((each) => each.layers))].slice(0, MOST_NAMED);
    const worth = { visible, layers };
    this.worth.set(expression, worth);
    return worth;
  }
}

/** What a visibility expression comes to, and the layers that it names. */
interface Worth {
  readonly visible: boolean;
  readonly layers: readonly number[];
}

const SHOWN: Worth = { visible: true, layers: [] };
const MOST_NAMED = 64;
const DEEPEST_EXPRESSION = 32;
const MOST_EXPRESSIONS = 100_000;

function worthOf(operator: string, values: readonly boolean[]): boolean {
  if (operator === "Not") return !(values[0] ?? false);
  return operator === "Or" ? values.some(Boolean) : values.every(Boolean);
}

const listedIn = (value: Value | undefined): Ref[] =>
  value instanceof List ? value.items.filter((each) => each instanceof Ref) : [];

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

function defaultVisibility(config: Dict | undefined): (number: number) => boolean {
  const listed = (key: string): Set<number> => new Set(listedIn(lookup(config, key)).map((ref) => ref.number));
  const [on, off] = [listed("ON"), listed("OFF")];
  const base = nameAt(config, "BaseState") !== "OFF";
  return (number) => (base ? !off.has(number) : on.has(number) && !off.has(number));
}

/** Layers whose state is set by their own word when the file is printed (ISO 32000-1, 8.11.4.4). */
function printedBySettings(config: Dict | undefined): Set<number> {
  const settings = arrayAt(config, "AS").map(dictOf);
  const print = settings.filter(
    (each) =>
      nameAt(each, "Event") === "Print" &&
      arrayAt(each, "Category").some((category) => category instanceof Name && category.text === "Print"),
  );
  return new Set(print.flatMap((each) => listedIn(lookup(each, "OCGs")).map((ref) => ref.number)));
}

function printState(group: Dict): boolean | undefined {
  const state = nameAt(dictAt(dictAt(group, "Usage"), "Print"), "PrintState");
  return state === undefined ? undefined : state !== "OFF";
}
