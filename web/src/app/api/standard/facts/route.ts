import type { OfficeStandard, RuleSetting } from "@hemstitch/core/standard";
import { answer, guarded } from "@/server/access/guarded";
import { complainOfEdit } from "@/server/edit-answers";
import { FactsChange, formOf } from "@/server/forms";
import type { Step } from "@/server/queries/log";
import { changeDraft } from "@/server/queries/standard";

/** Changes what the standard says once: its name and units, default layers, names of text styles, legends, tolerances, rules. */
export const PATCH = guarded("edit-standard", async (asker, request) => {
  const form = await formOf(FactsChange, request);
  if (form instanceof Response) return form;
  const edited = await changeDraft(asker, (content) => {
    const steps: Step[] = [];
    const next: OfficeStandard = { ...content, naming: { ...content.naming } };
    const set = <K extends "name" | "units" | "legendOrder" | "tolerances">(
      key: K,
      value: OfficeStandard[K] | undefined,
    ): void => {
      if (value === undefined) return;
      steps.push({ what: `standard.${key}`, before: content[key], after: value });
      next[key] = value;
    };
    set("name", form.name);
    set("units", form.units);
    set("legendOrder", form.legendOrder);
    set("tolerances", form.tolerances as OfficeStandard["tolerances"] | undefined);
    if (form.defaultLayers) {
      steps.push({ what: "standard.defaultLayers", before: content.naming.defaultLayers, after: form.defaultLayers });
      next.naming.defaultLayers = form.defaultLayers;
    }
    if (form.textStyleNames !== undefined) {
      steps.push({
        what: "standard.textStyleNames",
        before: content.naming.textStyleNames ?? null,
        after: form.textStyleNames,
      });
      next.naming.textStyleNames = form.textStyleNames;
    }
    if (form.rule) {
      const { id, severity } = form.rule as { id: string; severity: RuleSetting["severity"] | null };
      steps.push({ what: "standard.rules", entry: id, before: content.rules[id]?.severity ?? null, after: severity });
      next.rules = { ...content.rules };
      if (severity === null) delete next.rules[id];
      else next.rules[id] = { severity };
    }
    return { content: next, steps };
  });
  return edited.kind === "saved" ? answer({ version: edited.version }) : complainOfEdit(edited);
});
