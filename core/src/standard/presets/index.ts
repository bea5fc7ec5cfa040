import type { OfficeStandard } from "../model";
import { hyphenatedDiscipline, iso13567 } from "./published";
import { tarnwick } from "./tarnwick";

export { blankStandard } from "./blank";

/** A standard that comes with Hemstitch. */
export interface Preset {
  readonly title: string;
  /** For whom it is, in a sentence. */
  readonly lead: string;
  /** Of published conventions alone, so that an office can begin from it; the demo's is not. */
  readonly published: boolean;
  readonly make: () => OfficeStandard;
}

/** By the name that they are asked for with. */
export const PRESETS: Readonly<Record<string, Preset>> = {
  "hyphenated-discipline": {
    title: "Layer names of discipline, groups and status with hyphens; ISO pens, line types and lettering",
    lead: "For offices that draw in feet and inches, or in both systems.",
    published: true,
    make: hyphenatedDiscipline,
  },
  "iso-13567": {
    title: "Layer names of ISO 13567 in fixed positions; ISO pens, line types, lettering and scales",
    lead: "For metric offices whose layer names say agent, element and presentation in fixed places.",
    published: true,
    make: iso13567,
  },
  tarnwick: {
    title: "The demo office, Tarnwick Plan Room: a register on the hyphenated scheme",
    lead: "The made-up office of the demo, with every chapter filled in.",
    published: false,
    make: tarnwick,
  },
};

export const preset = (name: string): OfficeStandard | undefined =>
  Object.hasOwn(PRESETS, name) ? PRESETS[name]?.make() : undefined;
