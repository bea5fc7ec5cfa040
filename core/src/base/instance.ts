import { getMetadataStorage } from "class-validator";

/** A class whose properties carry the checks of class-validator. */
export type Make<T extends object = object> = new () => T;

/** What of a class the checks themselves don't say: the classes of nested values, and texts that lose their blanks. */
interface Shape {
  readonly nested: Map<string, () => Make>;
  readonly trimmed: Set<string>;
}

const shapes = new WeakMap<object, Shape>();

function shapeAt(prototype: object): Shape {
  const known = shapes.get(prototype);
  if (known) return known;
  const made: Shape = { nested: new Map(), trimmed: new Set() };
  shapes.set(prototype, made);
  return made;
}

/** Says of which class a nested value is, or each of a list. It is checked with `ValidateNested` besides. */
export const Nested =
  (make: () => Make): PropertyDecorator =>
  (target, key) =>
    void shapeAt(target).nested.set(String(key), make);

/** Blanks around a text are taken off before it is looked at. */
export const Trimmed = (): PropertyDecorator => (target, key) => void shapeAt(target).trimmed.add(String(key));

/** The class of a nested value; undefined where none was said. */
export const nestedClass = (owner: Make, property: string): Make | undefined =>
  shapes.get(owner.prototype as object)?.nested.get(property)?.();

const names = new WeakMap<Make, ReadonlySet<string>>();

/** The properties that a class has checks for; there are no others. */
function namesOf(owner: Make): ReadonlySet<string> {
  const known = names.get(owner);
  if (known) return known;
  const checks = getMetadataStorage().getTargetValidationMetadatas(owner, "", true, false);
  const made = new Set(checks.map(({ propertyName }) => propertyName));
  names.set(owner, made);
  return made;
}

/** Unknown names that are told one by one unless said; the others are counted. */
const MOST_TOLD = 5;
/** Characters of a name that are told. */
const LONGEST_TOLD = 40;

/** Names in a value that its class doesn't know. */
export interface UnknownNames {
  readonly count: number;
  /** The first few: where they stand, and their names, cut where they are long. */
  readonly told: readonly { readonly at: string; readonly name: string }[];
}

/** An instance of a class, and what of the value found no place in it. */
export interface MadeInstance<T> {
  readonly instance: T;
  readonly unknown: UnknownNames;
}

/**
 * Makes an instance of a class from a plain value, for class-validator to check. Only names that the class knows are
 * taken; all others are counted, and never reach a checker. It takes as long as the value has members: nobody makes it
 * wait by what they write. Nested values of no class stay the objects that they are.
 */
export function instanceOf<T extends object>(owner: Make<T>, value: object, mostTold = MOST_TOLD): MadeInstance<T> {
  const unknown: Count = { count: 0, told: [], most: mostTold };
  return { instance: made(owner, value, "", unknown) as T, unknown };
}

interface Count extends UnknownNames {
  count: number;
  readonly told: { at: string; name: string }[];
  readonly most: number;
}

function made(owner: Make, value: object, at: string, unknown: Count): object {
  const [known, shape] = [namesOf(owner), shapes.get(owner.prototype as object)];
  const instance = new owner() as Record<string, unknown>;
  for (const name of Object.keys(value)) {
    const path = at === "" ? name : `${at}.${name}`;
    if (!known.has(name)) {
      unknown.count++;
      if (unknown.told.length < unknown.most)
        unknown.told.push({ at: path.slice(0, 4 * LONGEST_TOLD), name: shortened(name) });
      continue;
    }
    const own = (value as Record<string, unknown>)[name];
    const nested = shape?.nested.get(name)?.();
    const nestedAt = (each: unknown, place: string): unknown =>
      nested !== undefined && typeof each === "object" && each !== null && !Array.isArray(each)
        ? made(nested, each, place, unknown)
        : each;
    if (nested === undefined) instance[name] = shape?.trimmed.has(name) && typeof own === "string" ? own.trim() : own;
    else
      instance[name] = Array.isArray(own) ? own.map((each, i) => nestedAt(each, `${path}[${i}]`)) : nestedAt(own, path);
  }
  return instance;
}

const shortened = (name: string): string =>
  (name.length > LONGEST_TOLD ? `${name.slice(0, LONGEST_TOLD)}…` : name).toWellFormed();
