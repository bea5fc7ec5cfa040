import { ALL_RULES, settingProblems } from "@hemstitch/core/rules";
import type { DraftEdit, OfficeStandard, RuleSetting } from "@hemstitch/core/standard";
import { complain } from "../access/guarded";
import {
  CellsChange,
  checked,
  DefaultLayerChange,
  FactsChange,
  ListChange,
  RulesChange,
  SchemeChange,
  SeveralEdits,
} from "./forms";

/** The form of each kind of edit; what entries and schemes hold is checked with the whole standard. */
const FORMS = {
  list: ListChange,
  cells: CellsChange,
  scheme: SchemeChange,
  facts: FactsChange,
  rules: RulesChange,
  "default-layer": DefaultLayerChange,
  several: SeveralEdits,
} as const satisfies Record<DraftEdit["of"], new () => object>;

const isKind = (of: unknown): of is DraftEdit["of"] => typeof of === "string" && Object.hasOwn(FORMS, of);

/** An edit from what a browser sent; an answer that says what is wrong with it, where something is. */
export function draftEditFrom(sent: unknown): DraftEdit | Response {
  const { of, ...rest } = typeof sent === "object" && sent !== null ? (sent as Record<string, unknown>) : {};
  if (!isKind(of)) return complain(400, { message: "This is no edit of the standard." });
  const form = checked<object>(FORMS[of], rest);
  if (form instanceof Response) return form;
  if (form instanceof SeveralEdits) {
    const edits: DraftEdit[] = [];
    for (const each of form.edits) {
      const edit =
        each["of"] === "several" ? complain(400, { message: "Edits don't stand in each other." }) : draftEditFrom(each);
      if (edit instanceof Response) return edit;
      edits.push(edit);
    }
    return { of, edits } as DraftEdit;
  }
  if (form instanceof ListChange) {
    const nothing = form.edits.findIndex(({ key, entry }) => (key ?? null) === null && (entry ?? null) === null);
    if (nothing >= 0)
      return complain(422, {
        message: "An edit of a list names an entry, or holds one.",
        problems: [{ at: `edits[${nothing}]`, message: "says nothing" }],
      });
  }
  if (form instanceof RulesChange) return rulesEdit(form);
  return { of, ...form } as DraftEdit;
}

/** What is said of rules: only what a rule of this name can be told, within its bounds. */
function rulesEdit({ rules }: RulesChange): DraftEdit | Response {
  const settings = Object.entries(rules).filter(([, setting]) => setting !== null);
  const shapeless = settings.find(([, setting]) => typeof setting !== "object" || Array.isArray(setting));
  if (shapeless) return complain(422, { message: `What is said of ${shapeless[0]} is no setting.` });
  const said = { rules: Object.fromEntries(settings) as Record<string, RuleSetting> } as OfficeStandard;
  const problems = settingProblems(said, ALL_RULES);
  if (problems.length > 0)
    return complain(422, {
      message: problems.map(({ message }) => message).join(" "),
      problems: problems.map(({ at, message }) => ({ at: String(at ?? ""), message })),
    });
  return { of: "rules", rules: rules as Record<string, RuleSetting | null> };
}
