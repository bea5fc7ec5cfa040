import { Dict, List, Name, resolved, Stream, type Value } from "./syntax/values";
import { decodedText } from "./syntax/text-string";

/** Short ways of asking a PDF dictionary, each giving undefined for what is missing or of another type. */
export const dictOf = (value: Value | undefined): Dict | undefined => {
  if (value instanceof Dict) return value;
  return value instanceof Stream ? value.dict : undefined;
};

/** The entry itself, a reference where it is one. */
export const rawAt = (dict: Dict | undefined, key: string): Value | undefined => dict?.entries.get(key);

export function lookup(dict: Dict | undefined, key: string): Value | undefined {
  const value = dict?.entries.get(key);
  return value === undefined || dict === undefined ? undefined : (resolved(value, dict.source) ?? undefined);
}

export const dictAt = (dict: Dict | undefined, key: string): Dict | undefined => dictOf(lookup(dict, key));

export const nameAt = (dict: Dict | undefined, key: string): string | undefined => {
  const value = lookup(dict, key);
  return value instanceof Name ? value.text : undefined;
};

export const numberAt = (dict: Dict | undefined, key: string): number | undefined => {
  const value = lookup(dict, key);
  return typeof value === "number" ? value : undefined;
};

/** The elements of an array, references followed; none where it isn't one. */
export const arrayAt = (dict: Dict | undefined, key: string): Value[] => elements(lookup(dict, key));

export const elements = (value: Value | undefined): Value[] =>
  value instanceof List ? value.items.map((each) => resolved(each, value.source)) : [];

export const numbersAt = (dict: Dict | undefined, key: string): number[] => numbersOf(lookup(dict, key));

export const numbersOf = (value: Value | undefined): number[] =>
  elements(value).map((each) => (typeof each === "number" ? each : NaN));

/** Text of a PDF string, whichever way it is written, or of a name; undefined for anything else. */
export function textOf(value: Value | undefined): string | undefined {
  if (value instanceof Uint8Array) return decodedText(value);
  return value instanceof Name ? value.text : undefined;
}
