import { readFile } from "node:fs/promises";
import type { InspectOptions } from "@hemstitch/core/inspect";
import { UsageError } from "./usage-error";

const WHAT = `Write it as an object of fields, such as {"project": "Ferry house"}, with "sheets" as a list of such objects.`;

/**
 * The facts of a project from a JSON file: words by field, and under `sheets` what the register has of each sheet, by its
 * `number`.
 */
export async function particularsFrom(
  path: string | undefined,
): Promise<Pick<InspectOptions, "particulars" | "register">> {
  if (path === undefined) return {};
  const text = await readFile(path, "utf8").catch(() => {
    throw new UsageError(`--particulars: ${path} can't be read.`);
  });
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new UsageError(`--particulars: ${path} is no JSON. ${WHAT}`);
  }
  if (!isFields(value)) throw new UsageError(`--particulars: ${path} has no fields. ${WHAT}`);
  const { sheets, ...own } = value;
  if (sheets !== undefined && !(Array.isArray(sheets) && sheets.every(isFields)))
    throw new UsageError(`--particulars: “sheets” in ${path} is no list of objects. ${WHAT}`);
  return { particulars: wordsOf(own), ...(sheets ? { register: sheets.map(wordsOf) } : {}) };
}

const isFields = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

const wordsOf = (fields: Record<string, unknown>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([field, value]) =>
      typeof value === "string" || typeof value === "number" ? [[field, String(value)]] : [],
    ),
  );
