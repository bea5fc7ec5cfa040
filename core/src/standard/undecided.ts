import type { OfficeStandard } from "./model";

/** A drawing kind, and the layers of which the showing chart does not say how they show in it. */
export interface Undecided {
  readonly kind: string;
  readonly layers: readonly string[];
}

/** What the showing chart leaves open, kind by kind; layers that are withdrawn need no decision. */
export const undecidedIn = ({ kinds, layers, showing }: OfficeStandard): Undecided[] =>
  kinds.flatMap(({ id, title }) => {
    const open = layers.filter(({ name, withdrawn }) => !withdrawn && stateIn(showing, name, id) === undefined);
    return open.length === 0 ? [] : [{ kind: title || id, layers: open.map(({ name }) => name) }];
  });

/** A layer may be called as objects call what they have of themselves. */
const stateIn = (showing: OfficeStandard["showing"], layer: string, kind: string) =>
  Object.hasOwn(showing, layer) ? showing[layer]?.[kind] : undefined;
