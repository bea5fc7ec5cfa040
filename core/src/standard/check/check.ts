import { validateSync, type ValidationError } from "class-validator";
import { instanceOf, type Make } from "../../base/instance";
import type { Problem } from "../../base/result";
import { RuleSetting, WholeStandard, type OfficeStandard } from "../model";
import { classOfList } from "../model/classes";
import { entriesOf, LIST_NAMES, LISTS, type ListName } from "../chapters";
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
  const { instance, problems } = valueProblems<object>(WholeStandard, upgraded(content));
  const standard = instance as OfficeStandard;
  if (problems.length === 0) problems.push(...ruleSettings(standard), ...againstItself(standard));
  return problems.length === 0 ? { ok: true, standard } : { ok: false, problems };
}

/**
 * Checks a standard that was made of a checked one, as `checkStandard` would. Entries that both hold as
 * one object are sound already: with thousands of them, looking at each again is what takes the time.
 */
export function checkChanged(before: OfficeStandard, after: OfficeStandard): CheckedStandard {
  const reduced: Record<string, unknown> = { ...after };
  const places = new Map<string, readonly number[]>();
  for (const list of LIST_NAMES) {
    const entries: unknown = after[list];
    if (!Array.isArray(entries) || entries.length > LISTS[list].most) return checkStandard(after);
    const sound = new Set<unknown>(entriesOf(before, list));
    const fresh = entries.flatMap((entry, index) => (sound.has(entry) ? [] : [index]));
    reduced[list] = fresh.map((index) => entries[index] as unknown);
    places.set(list, fresh);
  }
  const problems = valueProblems<object>(WholeStandard, reduced).problems.map((problem): Problem => ({
    ...problem,
    at: String(problem.at).replace(/^(\w+)\[(\d+)\]/, (path, list: string, index: string) => {
      const place = places.get(list)?.[Number(index)];
      return place === undefined ? path : `${list}[${place}]`;
    }),
  }));
  if (problems.length === 0) problems.push(...ruleSettings(after), ...againstItself(after));
  return problems.length === 0 ? { ok: true, standard: after } : { ok: false, problems };
}

/** What is wrong with one entry of a list by itself, whatever it refers to; nothing, if it could stand in a standard. */
export function checkEntry(list: ListName, entry: unknown): readonly Problem[] {
  if (typeof entry !== "object" || entry === null || Array.isArray(entry))
    return [{ code: "invalid-value", message: `A ${LISTS[list].one} is an object with its properties.`, at: "" }];
  return valueProblems(classOfList(list), entry).problems;
}

/** Unknown names of a standard that are told one by one. */
const MOST_UNKNOWN = 100;

/** What is wrong with single values, whatever stands beside them. Only names that are known reach the checks. */
function valueProblems<T extends object>(owner: Make<T>, value: object, at = ""): { instance: T; problems: Problem[] } {
  const { instance, unknown } = instanceOf(owner, value, MOST_UNKNOWN);
  const more = unknown.count - unknown.told.length;
  const strangers = unknown.told.map((each): Problem => ({
    code: "unknown-property",
    message: `There is no “${each.name}” here.`,
    at: at === "" ? each.at : `${at}.${each.at}`,
  }));
  if (more > 0) strangers.push({ code: "unknown-property", message: `${more} more names are not known here.`, at });
  const checked = validateSync(instance, { forbidUnknownValues: true }).flatMap((error) => flatten(error, at));
  return { instance, problems: [...strangers, ...checked] };
}

function flatten(error: ValidationError, parent: string): Problem[] {
  const step = /^\d+$/.test(error.property) ? `[${error.property}]` : `${parent ? "." : ""}${error.property}`;
  const path = parent + step;
  const own = Object.values(error.constraints ?? {}).map((message) => ({
    code: "invalid-value",
    message: `${message}.`,
    at: path,
  }));
  return [...own, ...(error.children ?? []).flatMap((child) => flatten(child, path))];
}

function ruleSettings(standard: OfficeStandard): Problem[] {
  return Object.entries(standard.rules).flatMap(([id, setting]) => {
    if (typeof setting !== "object" || setting === null || Array.isArray(setting))
      return [{ code: "invalid-value", message: "A rule's setting is an object.", at: `rules["${id}"]` }];
    return valueProblems(RuleSetting, setting, `rules["${id}"]`).problems;
  });
}
