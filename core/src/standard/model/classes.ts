import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsHexColor,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsOptional,
  IsPositive,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  NotEquals,
} from "class-validator";
import { DESCRIPTIONS, type ListName } from "../describe/lists";
import type { Bounds, Described, Member, Shape } from "../describe/property";
import { SCHEME } from "../describe/scheme";
import { ListOf, Part, UNUSABLE } from "./fields";

/** Classes with the checks of class-validator, made from the descriptions: what comes from outside is checked by them. */
type Make = new () => object;

const made = new Map<Described, Make>();

/** The class of what is described, once each. */
export function classOf(className: string, described: Described): Make {
  const known = made.get(described);
  if (known) return known;
  const cls = class {} as Make;
  Object.defineProperty(cls, "name", { value: className });
  made.set(described, cls);
  for (const [name, member] of Object.entries(described))
    for (const check of checksOf(member)) check(cls.prototype as object, name);
  return cls;
}

export const classOfList = (list: ListName): Make =>
  classOf(DESCRIPTIONS[list].className, DESCRIPTIONS[list].properties);

export const schemeClass = (): Make => classOf("SchemeEntry", SCHEME);

function checksOf(member: Member & { readonly optional?: boolean }): PropertyDecorator[] {
  const own = ((): PropertyDecorator[] => {
    if ("group" in member) return [Part(classOf(member.className, member.group))];
    if ("parts" in member) return [ListOf(classOf(member.className, member.parts), member.most)];
    if ("scheme" in member) return [Part(schemeClass())];
    return [
      ...BY_SHAPE[member.shape](member),
      ...(member.choices ? [IsIn([...member.choices], each(member.shape))] : []),
    ];
  })();
  return member.optional === true ? [IsOptional(), ...own] : own;
}

const each = (shape: Shape): { each: boolean } => ({ each: shape === "texts" });

const SHA256 = /^[0-9a-f]{64}$/;

const BY_SHAPE: Readonly<Record<Shape, (bounds: Bounds) => PropertyDecorator[]>> = {
  text: line,
  words: line,
  key: line,
  choice: () => [],
  flag: () => [IsBoolean()],
  colour: () => [IsHexColor()],
  picture: () => [Matches(SHA256)],
  number: ({ whole, oneOf, positive, least, most }) => [
    ...(positive ? [IsPositive()] : []),
    ...(least === undefined ? [] : [Min(least)]),
    ...(most === undefined ? [] : [Max(most)]),
    // Last, so that the JSON Schema has its type.
    ...(oneOf ? [IsIn([...oneOf])] : [whole ? IsInt() : IsNumber()]),
  ],
  numbers: ({ mostElements = 0, least = 0 }) => [
    IsArray(),
    ArrayMaxSize(mostElements),
    IsNumber({}, { each: true }),
    Min(least, { each: true }),
  ],
  texts: several,
  keys: several,
};

function line({ filled, longest = 0 }: Bounds): PropertyDecorator[] {
  return [
    IsString(),
    MaxLength(longest),
    ...(filled ? [IsNotEmpty(), NotEquals(UNUSABLE, { message: `“${UNUSABLE}” can't be used as a name` })] : []),
  ];
}

function several({ mostElements = 0, longest }: Bounds): PropertyDecorator[] {
  return [
    IsArray(),
    ArrayMaxSize(mostElements),
    IsString({ each: true }),
    ...(longest === undefined ? [] : [MaxLength(longest, { each: true })]),
  ];
}
