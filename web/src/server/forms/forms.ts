import "reflect-metadata";
import {
  IsArray,
  IsBoolean,
  IsEmail,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateBy,
  type ValidationOptions,
  ValidateIf,
  ValidateNested,
  validateSync,
  ArrayMaxSize,
  type ValidationError,
} from "class-validator";
import { instanceOf, Nested, Trimmed, type UnknownNames } from "@hemstitch/core/base/instance";
import { parseScale } from "@hemstitch/core/quantity";
import type { Correction } from "@hemstitch/core/tables";
import { LIST_NAMES, PRESETS, SHOWINGS, type ListName } from "@hemstitch/core/standard";
import { complain } from "../access/guarded";
import { ROLES, type Role } from "../database/schema";
import { FORM, type JsonLimits } from "../files/limits";
import { receiveBytes } from "../files/receive";
import { readJson, UNREADABLE } from "../base/json";
import { isCommonPassword } from "../people/common-passwords";
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from "../people/password-length";

/** The largest number that a version can have in the database. */
const MOST_VERSION = 2 ** 31 - 1;

/** The version of a row as its sender saw it. */
const Version = (): PropertyDecorator => (target, key) => {
  IsInt()(target, key);
  Min(1)(target, key);
  Max(MOST_VERSION)(target, key);
};

export const isVersion = (value: number): boolean => Number.isInteger(value) && value >= 1 && value <= MOST_VERSION;

/** What browsers send, checked. Sizes in millimetres. */
export class NewInspection {
  @IsString() @IsNotEmpty() @MaxLength(200) name!: string;
  @IsOptional() @IsUUID() planSetId?: string;
}

export class NewUpload {
  /** Bytes. */
  @IsInt() @Min(1) size!: number;
  @IsOptional() @Matches(/^[0-9a-f]{64}$/) sha256?: string;
}

export class MendRequest {
  /** Keys of the findings to mend; all that can be where not said. */
  @IsOptional() @IsArray() @ArrayMaxSize(20_000) @IsString({ each: true }) only?: string[];
}

export class AttachedRequest {
  @IsString() @IsNotEmpty() @MaxLength(400) name!: string;
}

export class KindRequest {
  /** Id of the drawing kind that a file is judged as; null for the one that it says itself. */
  @ValidateIf((form: KindRequest) => form.kind !== null) @IsString() @MaxLength(60) kind!: string | null;
}

export class ListChange {
  @IsIn(LIST_NAMES) list!: ListName;
  @IsArray() @ArrayMaxSize(20_000) @IsObject({ each: true }) edits!: {
    key: string | null;
    entry: unknown;
    was?: unknown;
    at?: number;
  }[];
}

export class ShowingCell {
  @IsString() @MaxLength(255) layer!: string;
  @IsString() @MaxLength(60) kind!: string;
  @ValidateIf((cell: ShowingCell) => cell.state !== null) @IsIn([...SHOWINGS]) state!: string | null;
}

export class CellsChange {
  @IsArray() @ArrayMaxSize(50_000) @ValidateNested({ each: true }) @Nested(() => ShowingCell) cells!: ShowingCell[];
}

export class SchemeChange {
  @IsIn(["layers", "sheets"]) which!: "layers" | "sheets";
  @IsObject() scheme!: Record<string, unknown>;
  /** The scheme that the sender saw. */
  @IsOptional() @IsObject() was?: Record<string, unknown>;
}

class FactsSaid {
  @IsOptional() @IsString() @Matches(/\S/) @MaxLength(120) name?: string;
  @IsOptional() @IsIn(["metric", "feet-inches"]) units?: "metric" | "feet-inches";
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) legendOrder?: string[];
  @IsOptional() @IsArray() @ArrayMaxSize(100) @IsString({ each: true }) defaultLayers?: string[];
  @IsOptional() @IsString() @MaxLength(120) textStyleNames?: string;
}

export class FactsChange {
  @IsObject() @ValidateNested() @Nested(() => FactsSaid) facts!: FactsSaid;
}

export class DefaultLayerChange {
  @IsString() @Matches(/\S/) @MaxLength(255) name!: string;
  @IsBoolean() is!: boolean;
}

export class RulesChange {
  /** A setting by the rule's id; null takes it back to what is usual. */
  @IsObject() rules!: Record<string, unknown>;
}

export class SeveralEdits {
  @IsArray() @ArrayMaxSize(20) @IsObject({ each: true }) edits!: Record<string, unknown>[];
}

/** The published standard that an office begins from. */
export class BeginStandard {
  @IsIn(Object.keys(PRESETS).filter((name) => PRESETS[name]?.published)) preset!: string;
}

export class RollBack {
  /** Number of an edition; these are counted as versions are. */
  @Version() edition!: number;
  @Version() version!: number;
}

export class Publication {
  @IsString() @Matches(/\S/, { message: "say what is new in this edition" }) @MaxLength(4000) summary!: string;
  @Version() version!: number;
}

/** Takes `[row, column, text]`. */
const IsCorrection = (options: ValidationOptions) =>
  ValidateBy(
    {
      name: "isCorrection",
      validator: {
        validate: (each: unknown) =>
          Array.isArray(each) &&
          each.length === 3 &&
          Number.isInteger(each[0]) &&
          Number.isInteger(each[1]) &&
          (each[1] as number) >= 0 &&
          typeof each[2] === "string" &&
          each[2].length <= 4000,
        defaultMessage: () => "a correction has a row, a column and a text",
      },
    },
    options,
  );

export class TableImport {
  @IsString() @MaxLength(60) list!: string;
  @IsBoolean() replace!: boolean;
  @IsBoolean() store!: boolean;
  @IsString() @MaxLength(200) sheet!: string;
  /** Paths of properties by column, with commas; a dash for a column that is left out, nothing for one to be decided. */
  @IsString() @MaxLength(4000) mapping!: string;
  /** Rows that are right are stored without those that are wrong. */
  @IsBoolean() partly!: boolean;
  /** Cells that were corrected: row, column and text of each. */
  @IsArray() @ArrayMaxSize(200) @IsCorrection({ each: true }) corrections!: Correction[];
}

export class NewRequest {
  @IsString() @MaxLength(60) list!: string;
  @IsString() @MaxLength(255) entryKey!: string;
  @IsObject() sample!: Record<string, unknown>;
  @IsString() @Matches(/\S/, { message: "say why" }) @MaxLength(4000) reason!: string;
  @IsOptional() @IsString() @MaxLength(1000) finding?: string;
}

export class Decision {
  @IsIn(["accepted", "amended", "declined"]) state!: "accepted" | "amended" | "declined";
  @IsString() @MaxLength(4000) answer!: string;
  @IsOptional() @IsObject() entry?: Record<string, unknown>;
  /** The entry that the sender amended it from. */
  @IsOptional() @IsObject() was?: Record<string, unknown>;
}

/** Only what may be a password at all is compared: comparing goes over it many times. */
const isOfLength = ({ length }: string): boolean => length >= SHORTEST_PASSWORD && length <= LONGEST_PASSWORD;

const Password = (): PropertyDecorator => (target, key) => {
  IsString()(target, key);
  MinLength(SHORTEST_PASSWORD, { message: `a password has at least ${SHORTEST_PASSWORD} characters` })(target, key);
  MaxLength(LONGEST_PASSWORD, { message: `a password has at most ${LONGEST_PASSWORD} characters` })(target, key);
  ValidateBy({
    name: "isUncommon",
    validator: {
      validate: (value: unknown) => typeof value !== "string" || !isOfLength(value) || !isCommonPassword(value),
      defaultMessage: () => "this password is one of those that are tried first; a few words of your own are better",
    },
  })(target, key);
};

/** An e-mail address, as people paste it: with blanks around it. */
const Email = (): PropertyDecorator => (target, key) => {
  Trimmed()(target, key);
  IsEmail({}, { message: "this is not an e-mail address" })(target, key);
  MaxLength(254)(target, key);
};

export class SignIn {
  @Email() email!: string;
  // Whether it is long enough is for those who choose one; here any is wrong or right.
  @IsString() @MaxLength(1000) password!: string;
}

export class PasswordChange {
  @IsString() @MaxLength(1000) current!: string;
  @Password() fresh!: string;
}

export class NewToken {
  @IsString() @Matches(/\S/, { message: "name must not be blank" }) @MaxLength(80) name!: string;
  @IsInt() @Min(1) @Max(366) days!: number;
  /** The most that it may do; what a drafter may where not said. */
  @IsOptional() @IsIn(ROLES) role?: Role;
}

export class OfficeChoice {
  @IsUUID() officeId!: string;
}

export class InvitationLink {
  @IsString() @MaxLength(200) secret!: string;
}

export class InvitationTaken {
  @IsString() @MaxLength(200) secret!: string;
  @IsOptional() @IsString() @MaxLength(120) name?: string;
  // Somebody known gives the one they have; whether a new one will do is looked at where one is chosen.
  @IsString() @MaxLength(1000) password!: string;
}

export class LinkSecret {
  @IsString() @MaxLength(200) secret!: string;
}

export class PasswordByLink {
  @IsString() @MaxLength(200) secret!: string;
  // Whether it will do is looked at as that of anybody who chooses one.
  @IsString() @MaxLength(1000) password!: string;
}

export class NewPassword {
  @Password() password!: string;
}

export class NewInvitation {
  @Email() email!: string;
  @IsIn(ROLES) role!: Role;
}

export class MemberChange {
  @IsOptional() @IsIn(ROLES) role?: Role;
  @IsOptional() @IsArray() @ArrayMaxSize(1000) @IsUUID(undefined, { each: true }) planSets?: string[];
}

export class NewPlanSet {
  @IsString() @Matches(/\S/, { message: "name must not be blank" }) @MaxLength(200) name!: string;
  @IsIn(["metric", "feet-inches"]) units!: "metric" | "feet-inches";
}

export class PlanSetChange {
  @Version() version!: number;
  @IsOptional() @IsString() @Matches(/\S/, { message: "name must not be blank" }) @MaxLength(200) name?: string;
  @IsOptional() @IsObject() particulars?: Record<string, string>;
}

export class SheetChange {
  @Version() version!: number;
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

/** Problems that are told one by one. */
const MOST_TOLD = 20;

/**
 * Checks a value against a form; errors come as one answer that lists them. Names that the form doesn't know are
 * refused first, whatever else is wrong: nothing unknown is ever gone through by a checker.
 */
export function checked<T extends object>(form: Form<T>, value: unknown): T | Response {
  if (typeof value !== "object" || value === null || Array.isArray(value))
    return complain(400, { message: UNREADABLE });
  const { instance, unknown } = instanceOf(form, value);
  if (unknown.count > 0) return complainOfNames(unknown);
  const errors = validateSync(instance, { forbidUnknownValues: true });
  if (errors.length === 0) return instance;
  const problems = problemsOf(errors, MOST_TOLD);
  return complain(422, { message: problems.map((problem) => problem.message).join("; "), problems });
}

function complainOfNames({ count, told }: UnknownNames): Response {
  const more = count - told.length;
  const words = told.map(({ name }) => `“${name}”`).join(", ");
  return complain(422, {
    message: `What was sent has names that are not known here: ${words}${more > 0 ? `, and ${more} more` : ""}.`,
    problems: told.map(({ at }) => ({ at, message: "not known here" })),
  });
}

/** The first problems of a form and of what stands in it. */
function problemsOf(errors: readonly ValidationError[], most: number, above = ""): { at: string; message: string }[] {
  const problems: { at: string; message: string }[] = [];
  for (const error of errors) {
    if (problems.length >= most) break;
    const at = above === "" ? error.property : `${above}.${error.property}`;
    problems.push(...Object.values(error.constraints ?? {}).map((message) => ({ at, message })));
    problems.push(...problemsOf(error.children ?? [], most - problems.length, at));
  }
  return problems.slice(0, most);
}

/** The request's JSON as a checked form. A form of a few lines unless `limits` say more. */
export async function formOf<T extends object>(
  form: Form<T>,
  request: Request,
  limits: JsonLimits = FORM,
): Promise<T | Response> {
  const sent = await jsonOf(request, limits);
  return sent instanceof Response ? sent : checked(form, sent.value);
}

/** The request's JSON, whatever it holds. */
export async function jsonOf(request: Request, limits: JsonLimits): Promise<{ readonly value: unknown } | Response> {
  const received = await receiveBytes(request, limits.bytes);
  if (!received.ok && received.problem.code === "over-limit")
    return complain(413, { message: "What was sent is too large to be read." });
  const read = received.ok ? readJson(received.value, limits.members) : undefined;
  return read?.ok ? { value: read.value } : complain(400, { message: read?.problem.message ?? UNREADABLE });
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
