import type { OfficeStandard } from "../model";
import { hyphenatedDiscipline, iso13567 } from "./published";
import { tarnwick } from "./tarnwick";

/** Standards that come with Hemstitch, by the name they are asked for with. */
export const PRESETS: Readonly<Record<string, { readonly title: string; readonly make: () => OfficeStandard }>> = {
  "hyphenated-discipline": {
    title: "Layer names of discipline, groups and status with hyphens; ISO pens, line types and lettering",
    make: hyphenatedDiscipline,
  },
  "iso-13567": {
    title: "Layer names of ISO 13567 in fixed positions; ISO pens, line types, lettering and scales",
    make: iso13567,
  },
  tarnwick: { title: "The demo office, Tarnwick Plan Room: a register on the hyphenated scheme", make: tarnwick },
};

export const preset = (name: string): OfficeStandard | undefined =>
  Object.hasOwn(PRESETS, name) ? PRESETS[name]?.make() : undefined;
