/** What kind of value a property has, for tables, forms and words. */
export type Shape =
  | "text"
  | "words"
  | "number"
  | "flag"
  | "choice"
  | "colour"
  | "texts"
  | "numbers"
  | "key"
  | "keys"
  /** SHA-256 of a file that was handed in. */
  | "picture";

/** What a value must be besides its shape. */
export interface Bounds {
  /** Of numbers. */
  readonly least?: number;
  readonly most?: number;
  /** Over zero, not zero. */
  readonly positive?: boolean;
  readonly whole?: boolean;
  /** The values that a number may have. */
  readonly oneOf?: readonly number[];
  /** Characters of a text, or of each of several. */
  readonly longest?: number;
  /** Elements of a list. */
  readonly mostElements?: number;
  /** Not empty: what something is known by. */
  readonly filled?: boolean;
}

/** One property as it is described: what people call it, and what it takes. */
interface DescribedProperty extends Bounds {
  readonly title: string;
  readonly shape: Shape;
  readonly unit?: string;
  readonly choices?: readonly string[];
  /** List whose keys it takes. */
  readonly to?: string;
  /** Stands in the editor of an entry only: registers and manuals show what is compared. */
  readonly aside?: boolean;
  /** What else people call it at the head of a column; common practice, no source. */
  readonly also?: readonly string[];
  /** What a new entry begins with; nothing where it is left out. */
  readonly blank?: unknown;
}

/** An object within an entry; its properties are shown among those of the entry. */
interface DescribedGroup {
  readonly group: Described;
  readonly className: string;
  readonly blank?: unknown;
}

/** A list within an entry: families of lines of a hatch, cells of a title block. */
interface DescribedParts {
  readonly parts: Described;
  readonly className: string;
  readonly title: string;
  readonly one: string;
  readonly most: number;
  readonly blank?: unknown;
}

/** A naming scheme within an entry. */
interface DescribedScheme {
  readonly scheme: true;
  readonly blank?: unknown;
}

export type Member = DescribedProperty | DescribedGroup | DescribedParts | DescribedScheme;

declare const VALUE: unique symbol;
/** Carries the type of a value; nothing at run time. */
interface Typed<T> {
  readonly [VALUE]?: T;
}
interface Optional {
  readonly optional: true;
}

export type Described = Readonly<Record<string, Member & { readonly optional?: boolean } & Typed<unknown>>>;

type ValueIn<M> = M extends Typed<infer T> ? T : never;
type Flat<T> = { [K in keyof T]: T[K] };

/** The type of an entry from its description. */
export type EntryOf<D> = Flat<
  { -readonly [K in keyof D as D[K] extends Optional ? never : K]: ValueIn<D[K]> } & {
    -readonly [K in keyof D as D[K] extends Optional ? K : never]?: ValueIn<D[K]>;
  }
>;

type More = Partial<Omit<DescribedProperty, "title" | "shape">>;

const property = <T>(shape: Shape, title: string, more: More = {}): DescribedProperty & Typed<T> => ({
  title,
  shape,
  ...more,
});

/** May be left out. */
export const maybe = <M extends Member>(member: M): M & Optional => ({ ...member, optional: true });

/** Has other names at the head of a column. */
export const called = <M extends DescribedProperty>(member: M, ...also: readonly string[]): M => ({ ...member, also });

/** Stands in the editor of an entry only. */
export const aside = <M extends DescribedProperty>(member: M): M => ({ ...member, aside: true });

/** What an entry is known by: at most 60 characters unless said. */
export const keyText = (title: string, longest = 60, more: More = {}) =>
  property<string>("text", title, { filled: true, longest, blank: "", ...more });
/** A line of text; 120 characters unless said. */
export const text = (title: string, longest = 120, more: More = {}) =>
  property<string>("text", title, { longest, blank: "", ...more });
/** Sentences; 4,000 characters unless said. */
export const words = (title: string, longest = 4000, more: More = {}) =>
  property<string>("words", title, { longest, blank: "", ...more });
export const number = (title: string, more: More = {}) => property<number>("number", title, more);
/** A length over zero, millimetres. */
export const size = (title: string, most = 5000, more: More = {}) =>
  property<number>("number", title, { unit: "mm", positive: true, most, ...more });
/** A length that may be zero, millimetres. */
export const distance = (title: string, most = 5000, more: More = {}) =>
  property<number>("number", title, { unit: "mm", least: 0, most, ...more });
export const flag = (title: string, blank?: boolean) =>
  property<boolean>("flag", title, blank === undefined ? {} : { blank });
export const colour = (title: string) => property<string>("colour", title, { blank: "#1b2a41" });
export const choice = <const C extends readonly string[]>(title: string, choices: C, blank?: C[number]) =>
  property<C[number]>("choice", title, { choices, ...(blank === undefined ? {} : { blank }) });
/** Words of a fixed choice, several of them. */
export const choices = <const C extends readonly string[]>(title: string, from: C, more: More = {}) =>
  property<C[number][]>("texts", title, { choices: from, mostElements: from.length, ...more });
export const texts = (title: string, more: More = {}) =>
  property<string[]>("texts", title, { mostElements: 200, longest: 255, ...more });
/** Dashes and gaps in turn. */
export const numbers = (title: string, unit: string, blank?: readonly number[]) =>
  property<number[]>("numbers", title, { unit, least: 0, mostElements: 12, ...(blank ? { blank } : {}) });
/** An entry of another list, by its key. */
export const key = (title: string, to: string, more: More = {}) =>
  property<string>("key", title, { to, filled: true, longest: 255, ...more });
export const keys = (title: string, to: string) =>
  property<string[]>("keys", title, { to, mostElements: 200, longest: 255, blank: [] });
export const picture = (title: string) => property<string>("picture", title);

export const group = <D extends Described>(
  className: string,
  described: D,
  blank?: unknown,
): DescribedGroup & Typed<EntryOf<D>> => ({ group: described, className, ...(blank === undefined ? {} : { blank }) });

export const parts = <D extends Described>(
  className: string,
  { title, one, most }: { readonly title: string; readonly one: string; readonly most: number },
  described: D,
  blank?: unknown,
): DescribedParts & Typed<EntryOf<D>[]> => ({
  parts: described,
  className,
  title,
  one,
  most,
  ...(blank === undefined ? {} : { blank }),
});

/** Reasons and notes: every entry may say why it is as it is. */
export const note = maybe(property<string>("words", "Reasons and notes", { longest: 4000 }));

export { property as describedAs };
export type { Typed };
