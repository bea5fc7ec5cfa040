import type { OfficeStandard, RuleSetting } from "../model";
import type { EditKind, EditStep } from "./edit";

/** What the office says of rules; null takes a rule back to what is usual. */
export interface RulesEdit {
  readonly of: "rules";
  readonly rules: Readonly<Record<string, RuleSetting | null>>;
}

const settingOf = ({ rules }: OfficeStandard, id: string): RuleSetting | null =>
  (Object.hasOwn(rules, id) ? rules[id] : undefined) ?? null;

export const rules: EditKind<RulesEdit> = {
  apply(standard, edit) {
    const next = new Map(Object.entries(standard.rules));
    const steps = Object.entries(edit.rules).map(([id, setting]): EditStep => {
      if (setting === null || Object.keys(setting).length === 0) next.delete(id);
      else next.set(id, setting);
      return { what: "standard.rules", entry: id, before: settingOf(standard, id), after: setting };
    });
    return { kind: "changed", standard: { ...standard, rules: Object.fromEntries(next) }, steps, merged: [] };
  },
  inverse: (standard, edit) => ({
    of: "rules",
    rules: Object.fromEntries(Object.keys(edit.rules).map((id) => [id, settingOf(standard, id)])),
  }),
  words(edit) {
    const [first, ...more] = Object.keys(edit.rules);
    return first !== undefined && more.length === 0 ? `what is said of ${first}` : "what is said of the rules";
  },
  seen: (_standard, edit) => edit,
};
