import type { Problem } from "../../base/result";
import type { OfficeStandard } from "../model";
import { cells, type CellsEdit } from "./cells";
import { defaultLayer, type DefaultLayerEdit } from "./default-layer";
import { facts, type FactsEdit } from "./facts";
import { list, type Conflict, type ListEdit } from "./list";
import { rules, type RulesEdit } from "./rules";
import { scheme, type SchemeEdit } from "./scheme";

/** Any change of a draft, as it is sent, stored, taken back and told. */
export type DraftEdit = SingleEdit | { readonly of: "several"; readonly edits: readonly SingleEdit[] };

export type SingleEdit = ListEdit | CellsEdit | SchemeEdit | FactsEdit | RulesEdit | DefaultLayerEdit;

/** A line of the log: what was changed, which entry of it, from what to what. */
export interface EditStep {
  readonly what: string;
  readonly entry?: string;
  readonly before?: unknown;
  readonly after?: unknown;
}

/** What an edit makes of a standard, or why it does not. */
export type Applied =
  | {
      readonly kind: "changed";
      readonly standard: OfficeStandard;
      readonly steps: readonly EditStep[];
      /** Entries that somebody else had changed too, and whose changes were brought together. */
      readonly merged: readonly string[];
    }
  | { readonly kind: "conflict"; readonly conflicts: readonly Conflict[] }
  /** What is to be changed is not any more what the sender saw. */
  | { readonly kind: "stale"; readonly message: string }
  | { readonly kind: "wrong"; readonly problems: readonly Problem[] };

/** One kind of edit: everything that is to be said of it. */
export interface EditKind<E extends SingleEdit> {
  apply(standard: OfficeStandard, edit: E): Applied;
  /** The edit that takes it back, made before it is applied. */
  inverse(standard: OfficeStandard, edit: E): DraftEdit;
  /** What it changes, as a person would call it: “layer A-GLAZ”, “12 pens”. */
  words(edit: E): string;
  /** The edit together with what the sender sees now, so that two people's changes can be told apart. */
  seen(standard: OfficeStandard, edit: E): E;
}

const KINDS: { readonly [K in SingleEdit["of"]]: EditKind<Extract<SingleEdit, { of: K }>> } = {
  list,
  cells,
  scheme,
  facts,
  rules,
  "default-layer": defaultLayer,
};

const kindOf = (edit: SingleEdit): EditKind<SingleEdit> => KINDS[edit.of] as EditKind<SingleEdit>;

/** Makes an edit, or says why it can't be made. Pure; nothing is checked that one entry can't know of another. */
export function applyEdit(standard: OfficeStandard, edit: DraftEdit): Applied {
  if (edit.of !== "several") return kindOf(edit).apply(standard, edit);
  let state = standard;
  const [steps, merged]: [EditStep[], string[]] = [[], []];
  for (const each of edit.edits) {
    const applied = applyEdit(state, each);
    if (applied.kind !== "changed") return applied;
    state = applied.standard;
    steps.push(...applied.steps);
    merged.push(...applied.merged);
  }
  return { kind: "changed", standard: state, steps, merged };
}

/** The edit that takes another back: made on the standard as it was before. */
export function inverseOf(standard: OfficeStandard, edit: DraftEdit): DraftEdit {
  if (edit.of !== "several") return kindOf(edit).inverse(standard, edit);
  let state = standard;
  const back: SingleEdit[] = [];
  for (const each of edit.edits) {
    const inverse = inverseOf(state, each);
    back.unshift(...(inverse.of === "several" ? inverse.edits : [inverse]));
    const applied = applyEdit(state, each);
    if (applied.kind === "changed") state = applied.standard;
  }
  return { of: "several", edits: back };
}

export function editInWords(edit: DraftEdit): string {
  if (edit.of !== "several") return kindOf(edit).words(edit);
  const [first] = edit.edits;
  return first ? editInWords(first) : "nothing";
}

export function seenNow(standard: OfficeStandard, edit: DraftEdit): DraftEdit {
  if (edit.of !== "several") return kindOf(edit).seen(standard, edit);
  return { of: "several", edits: edit.edits.map((each) => kindOf(each).seen(standard, each)) };
}
