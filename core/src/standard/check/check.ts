import { plainToInstance } from "class-transformer";
import { validateSync, type ValidationError } from "class-validator";
import type { Problem } from "../../problem";
import { OfficeStandard, RuleSetting } from "../model";
import { upgraded } from "../upgrade";
import { againstItself } from "./against-itself";

/** A standard read from outside, or everything that is wrong with it. */
export type CheckedStandard =
  | { readonly ok: true; readonly standard: OfficeStandard }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** Reads a standard from JSON text; every error comes with the path of the value it is about. */
export function readStandard(json: string): CheckedStandard {
  let value: unknown;
  try {
    value = JSON.parse(json.replace(/^\uFEFF/, ""));
  } catch (error) {
    const message = `This is not JSON: ${error instanceof Error ? error.message : String(error)}`;
    return {
      ok: false,
      problems: [{ code: "json-unreadable", message, remedy: "Save it as JSON (UTF-8) and try again.", at: "" }],
    };
  }
  return checkStandard(value);
}

/** Checks a plain value against the model and against itself (references, doubles). */
export function checkStandard(value: unknown): CheckedStandard {
  if (typeof value !== "object" || value === null || Array.isArray(value)) {
    return {
      ok: false,
      problems: [{ code: "standard-shape", message: "An office standard is a JSON object.", at: "" }],
    };
  }
  const { $schema: _schema, ...content } = value as Record<string, unknown>;
  const standard = plainToInstance(OfficeStandard, upgraded(content));
  const problems = validateSync(standard, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
  }).flatMap((error) => flatten(error, ""));
  if (problems.length === 0) problems.push(...ruleSettings(standard), ...againstItself(standard));
  return problems.length === 0 ? { ok: true, standard } : { ok: false, problems };
}

function flatten(error: ValidationError, parent: string): Problem[] {
  const step = /^\d+$/.test(error.property) ? `[${error.property}]` : `${parent ? "." : ""}${error.property}`;
  const path = parent + step;
  const own = Object.entries(error.constraints ?? {}).map(([rule, message]) => ({
    code: rule === "whitelistValidation" ? "unknown-property" : "invalid-value",
    message: rule === "whitelistValidation" ? `There is no “${error.property}” here.` : `${message}.`,
    at: path,
  }));
  return [...own, ...(error.children ?? []).flatMap((child) => flatten(child, path))];
}

function ruleSettings(standard: OfficeStandard): Problem[] {
  return Object.entries(standard.rules).flatMap(([id, setting]) => {
    const entry = plainToInstance(RuleSetting, setting);
    if (typeof entry !== "object" || entry === null)
      return [{ code: "invalid-value", message: "A rule's setting is an object.", at: `rules["${id}"]` }];
    return validateSync(entry, { whitelist: true, forbidNonWhitelisted: true }).flatMap((error) =>
      flatten(error, `rules["${id}"]`),
    );
  });
}
