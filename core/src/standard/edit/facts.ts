import type { OfficeStandard } from "../model";
import type { EditKind, EditStep } from "./edit";

/** What the standard says once, and that is edited outside the registers. */
export interface Facts {
  readonly name?: string;
  readonly units?: OfficeStandard["units"];
  /** Names of layers that programs put marks on by default. */
  readonly defaultLayers?: readonly string[];
  /** Groups of codes in the order that legends have them. */
  readonly legendOrder?: readonly string[];
  /** Pattern of the names of text styles by scale. */
  readonly textStyleNames?: string;
}

export interface FactsEdit {
  readonly of: "facts";
  readonly facts: Facts;
}

/** How each fact is said by a standard; nothing else knows where it stands. */
const READ: { readonly [F in keyof Required<Facts>]: (standard: OfficeStandard) => Required<Facts>[F] } = {
  name: ({ name }) => name,
  units: ({ units }) => units,
  defaultLayers: ({ naming }) => naming.defaultLayers,
  legendOrder: ({ legendOrder }) => legendOrder,
  textStyleNames: ({ naming }) => naming.textStyleNames ?? "",
};

const said = (facts: Facts): (keyof Facts)[] =>
  (Object.keys(READ) as (keyof Facts)[]).filter((fact) => facts[fact] !== undefined);

function withFacts(standard: OfficeStandard, facts: Facts): OfficeStandard {
  const { name = standard.name, units = standard.units } = facts;
  const { defaultLayers = standard.naming.defaultLayers, legendOrder = standard.legendOrder, textStyleNames } = facts;
  return {
    ...standard,
    name,
    units,
    legendOrder: [...legendOrder],
    naming: {
      ...standard.naming,
      defaultLayers: [...defaultLayers],
      ...(textStyleNames === undefined ? {} : { textStyleNames }),
    },
  };
}

export const facts: EditKind<FactsEdit> = {
  apply: (standard, edit) => ({
    kind: "changed",
    standard: withFacts(standard, edit.facts),
    steps: said(edit.facts).map((fact): EditStep => ({
      what: `standard.${fact}`,
      before: READ[fact](standard),
      after: edit.facts[fact],
    })),
    merged: [],
  }),
  inverse: (standard, edit) => ({
    of: "facts",
    facts: Object.fromEntries(said(edit.facts).map((fact) => [fact, READ[fact](standard)])) as Facts,
  }),
  words: () => "settings of the standard",
  seen: (_standard, edit) => edit,
};
