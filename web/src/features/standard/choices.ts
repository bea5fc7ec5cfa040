import { entriesOf, keyOf, type ListName, type OfficeStandard } from "@hemstitch/core/standard/plain";

/** `oblique-tick` → “oblique tick”. */
export const choiceWords = (value: string): string => value.replaceAll("-", " ");

export const keysOf = (standard: OfficeStandard, list: ListName): string[] =>
  entriesOf(standard, list).map((entry) => keyOf(list, entry));
