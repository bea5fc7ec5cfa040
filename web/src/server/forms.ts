import "reflect-metadata";
import { plainToInstance } from "class-transformer";
import {
  IsArray,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  MaxLength,
  Min,
  validateSync,
  ArrayMaxSize,
} from "class-validator";
import { parseScale } from "@hemstitch/core/quantity";
import { complain } from "./access/guarded";

/** What browsers send, checked. Sizes in millimetres. */
export class NewInspection {
  @IsString() @IsNotEmpty() @MaxLength(200) name!: string;
  @IsOptional() @IsUUID() planSetId?: string;
}

export class MendRequest {
  /** Keys of the findings to mend; all that can be where not said. */
  @IsOptional() @IsArray() @ArrayMaxSize(20_000) @IsString({ each: true }) only?: string[];
}

export class StandardEdits {
  @IsInt() @Min(1) version!: number;
  @IsArray() @ArrayMaxSize(20_000) @IsObject({ each: true }) edits!: {
    key: string | null;
    entry: unknown;
    at?: number;
  }[];
}

export class NewPlanSet {
  @IsString() @Matches(/\S/, { message: "name must not be blank" }) @MaxLength(200) name!: string;
  @IsIn(["metric", "feet-inches"]) units!: "metric" | "feet-inches";
}

export class PlanSetChange {
  @IsInt() @Min(1) version!: number;
  @IsOptional() @IsString() @Matches(/\S/, { message: "name must not be blank" }) @MaxLength(200) name?: string;
  @IsOptional() @IsObject() particulars?: Record<string, string>;
}

export class SheetChange {
  @IsInt() @Min(1) version!: number;
  @IsOptional() @IsString() @MaxLength(40) number?: string;
  @IsOptional() @IsString() @MaxLength(400) title?: string;
  @IsOptional() @IsString() @MaxLength(60) frame?: string;
  @IsOptional() @IsString() @MaxLength(20) revision?: string;
  @IsOptional() @IsObject() placement?: Record<string, unknown>;
}

export class PlacementForm {
  @IsUUID() sourceId!: string;
  @IsString() @MaxLength(40) placedAt!: string;
  @IsString() @MaxLength(400) title!: string;
  @IsOptional() @IsNumber() xMm?: number;
  @IsOptional() @IsNumber() yMm?: number;
}

export class NewSheet {
  @IsString() @Matches(/\S/, { message: "number must not be blank" }) @MaxLength(40) number!: string;
  @IsString() @MaxLength(400) title!: string;
  @IsString() @MaxLength(60) frame!: string;
}

export class SourceFromInspection {
  @IsUUID() fileId!: string;
  @IsString() @Matches(/\S/, { message: "title must not be blank" }) @MaxLength(400) title!: string;
  @IsString() @MaxLength(40) drawnAt!: string;
}

type Form<T> = new () => T;

/** Checks a value against a form; errors come as one answer that lists them all. */
export function checked<T extends object>(form: Form<T>, value: unknown): T | Response {
  if (typeof value !== "object" || value === null || Array.isArray(value))
    return complain(400, { message: "The request can't be read." });
  const instance = plainToInstance(form, value);
  const errors = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true });
  if (errors.length === 0) return instance;
  const problems = errors.flatMap((error) =>
    Object.values(error.constraints ?? {}).map((message) => ({ at: error.property, message })),
  );
  return complain(422, { message: problems.map((problem) => problem.message).join("; "), problems });
}

/** The request's JSON as a checked form. */
export async function formOf<T extends object>(form: Form<T>, request: Request): Promise<T | Response> {
  let value: unknown;
  try {
    value = await request.json();
  } catch {
    return complain(400, { message: "The request can't be read." });
  }
  return checked(form, value);
}

/** A complaint about a scale that can't be read; undefined for a good one. */
export function complainOfScale(written: string): Response | undefined {
  const scale = parseScale(written);
  return scale.ok
    ? undefined
    : complain(422, {
        message: scale.problem.message,
        ...(scale.problem.remedy ? { remedy: scale.problem.remedy } : {}),
      });
}
