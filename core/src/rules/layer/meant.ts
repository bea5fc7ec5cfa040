import type { Suggestion } from "../../naming";
import { MEANT_NAMES, type MeantName } from "../../recognise/layer-names";
import type { FileFacts } from "../../recognise/recogniser";

/** What was probably meant by each layer's name, by layer. */
export const meantNames = (file: FileFacts): ReadonlyMap<number, MeantName> =>
  new Map(file.of(MEANT_NAMES).map(({ value }) => [value.layer, value]));

export const probably = (suggestions: readonly Suggestion[]): string =>
  suggestions.length === 0 ? "" : ` Probably meant: ${suggestions.map((each) => each.name).join(", ")}.`;
