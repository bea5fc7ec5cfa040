import type { Problem } from "../base/result";
import { SEVERITIES, type OfficeStandard } from "../standard/plain";
import type { Rule } from "./rule";

/**
 * What a standard says of rules that can't be used: figures beyond their bounds, or of no such name.
 * For those who write a standard; judging passes over them, so that an edition of any age can be judged by.
 */
export function settingProblems(standard: OfficeStandard, rules: readonly Rule[]): Problem[] {
  const known = new Map(rules.map((rule) => [rule.id as string, rule]));
  return Object.entries(standard.rules).flatMap(([id, setting]) => {
    const rule = known.get(id);
    if (!rule) return [{ code: "unknown-rule", message: `There is no rule “${id}”.`, at: `rules["${id}"]` }];
    return Object.entries(setting.parameters ?? {}).flatMap(([name, value]) => {
      const at = `rules["${id}"].parameters.${name}`;
      const parameter = rule.parameters.find((each) => each.name === name);
      if (!parameter) return [{ code: "unknown-parameter", message: `${id} has no parameter “${name}”.`, at }];
      const { least, most, title } = parameter;
      if (value >= least && value <= most) return [];
      return [{ code: "invalid-value", message: `“${title}” takes ${least} to ${most}, not ${value}.`, at }];
    });
  });
}

/** JSON Schema of what a standard may say of rules: of each its severity and figures, all of them optional. */
export const settingsSchema = (rules: readonly Rule[]): Record<string, unknown> => ({
  type: "object",
  description: "What this office changed about the rules; what is not named is as usual.",
  properties: Object.fromEntries(
    rules.map(({ id, title, parameters }) => [
      id,
      {
        type: "object",
        title,
        additionalProperties: false,
        properties: {
          severity: { enum: [...SEVERITIES, "off"] },
          ...(parameters.length === 0
            ? {}
            : {
                parameters: {
                  type: "object",
                  additionalProperties: false,
                  properties: Object.fromEntries(
                    parameters.map(({ name, title: called, sentence, least, most, usual, unit }) => [
                      name,
                      {
                        type: "number",
                        minimum: least,
                        maximum: most,
                        default: usual,
                        title: `${called} (${unit})`,
                        description: sentence,
                      },
                    ]),
                  ),
                },
              }),
        },
      },
    ]),
  ),
});
