import { plainToInstance } from "class-transformer";
import { validateSync, type ValidationError } from "class-validator";
import { parseScale } from "../quantity";
import type { Problem } from "../problem";
import { OfficeStandard, RuleSetting, STANDARD_FORMAT } from "./model";

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
  const standard = plainToInstance(OfficeStandard, content);
  const problems = [
    ...validateSync(standard, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true }).flatMap(
      (error) => flatten(error, ""),
    ),
  ];
  if (problems.length === 0) problems.push(...againstItself(standard));
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

function againstItself(standard: OfficeStandard): Problem[] {
  return [
    ...doubles(
      standard.pens.map((pen) => pen.id),
      "pens",
      "id",
    ),
    ...doubles(
      standard.lineTypes.map((type) => type.id),
      "lineTypes",
      "id",
    ),
    ...doubles(
      standard.textStyles.map((style) => style.id),
      "textStyles",
      "id",
    ),
    ...doubles(
      standard.frames.map((frame) => frame.id),
      "frames",
      "id",
    ),
    ...doubles(
      standard.layers.map((layer) => layer.name),
      "layers",
      "name",
    ),
    ...layerReferences(standard),
    ...fieldLengths(standard),
    ...frameShapes(standard),
    ...scalesReadable(standard),
    ...ruleSettings(standard),
  ];
}

function doubles(keys: readonly string[], chapter: string, key: string): Problem[] {
  const first = new Map<string, number>();
  return keys.flatMap((each, index) => {
    const earlier = first.get(each);
    if (earlier === undefined) {
      first.set(each, index);
      return [];
    }
    return [
      {
        code: "double",
        message: `“${each}” stands here and at ${chapter}[${earlier}].`,
        remedy: "Keep one of the two.",
        at: `${chapter}[${index}].${key}`,
      },
    ];
  });
}

function layerReferences(standard: OfficeStandard): Problem[] {
  const pens = new Set(standard.pens.map((pen) => pen.id));
  const types = new Set(standard.lineTypes.map((type) => type.id));
  return standard.layers.flatMap((layer, index) => {
    const problems: Problem[] = [];
    if (layer.pen !== undefined && !pens.has(layer.pen))
      problems.push({
        code: "no-such-pen",
        message: `The layer ${layer.name} asks for pen “${layer.pen}”, which the standard does not have.`,
        at: `layers[${index}].pen`,
      });
    if (layer.lineType !== undefined && !types.has(layer.lineType))
      problems.push({
        code: "no-such-line-type",
        message: `The layer ${layer.name} asks for line type “${layer.lineType}”, which the standard does not have.`,
        at: `layers[${index}].lineType`,
      });
    (layer.alsoLineTypes ?? []).forEach((type, nth) => {
      if (!types.has(type))
        problems.push({
          code: "no-such-line-type",
          message: `The layer ${layer.name} allows line type “${type}”, which the standard does not have.`,
          at: `layers[${index}].alsoLineTypes[${nth}]`,
        });
    });
    return problems;
  });
}

function fieldLengths(standard: OfficeStandard): Problem[] {
  return (["layers", "sheets"] as const).flatMap((which) =>
    standard.naming[which].fields.flatMap((field, index) =>
      field.minLength <= field.maxLength
        ? []
        : [
            {
              code: "field-lengths",
              message: `The ${field.title} would be at least ${field.minLength} and at most ${field.maxLength} characters long.`,
              at: `naming.${which}.fields[${index}].minLength`,
            },
          ],
    ),
  );
}

function frameShapes(standard: OfficeStandard): Problem[] {
  return standard.frames.flatMap((frame, index) => {
    const { leftMm, rightMm, topMm, bottomMm } = frame.border;
    const [width, height] = [frame.widthMm - leftMm - rightMm, frame.heightMm - topMm - bottomMm];
    if (width <= 0 || height <= 0)
      return [
        {
          code: "borders-eat-sheet",
          message: `The borders of ${frame.id} leave no room to draw in.`,
          at: `frames[${index}].border`,
        },
      ];
    const block = frame.titleBlock;
    if (block.widthMm > width || block.heightMm > height)
      return [
        {
          code: "title-block-outside",
          message: `The title block of ${frame.id} is larger than its drawing area.`,
          at: `frames[${index}].titleBlock`,
        },
      ];
    return block.cells.flatMap((cell, nth) =>
      cell.xMm + cell.widthMm > block.widthMm + 1e-6 || cell.yMm + cell.heightMm > block.heightMm + 1e-6
        ? [
            {
              code: "cell-outside",
              message: `The cell “${cell.label}” reaches beyond its title block.`,
              at: `frames[${index}].titleBlock.cells[${nth}]`,
            },
          ]
        : [],
    );
  });
}

function scalesReadable(standard: OfficeStandard): Problem[] {
  return standard.scales.flatMap((written, index) => {
    const scale = parseScale(written);
    return scale.ok ? [] : [{ ...scale.problem, at: `scales[${index}]` }];
  });
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

/** The JSON form of a standard: stable key order, two spaces, a final newline. */
export function writeStandard(standard: OfficeStandard): string {
  return `${JSON.stringify({ ...standard, format: STANDARD_FORMAT }, null, 2)}\n`;
}
