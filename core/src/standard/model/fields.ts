import "reflect-metadata";
import {
  ArrayMaxSize,
  IsArray,
  IsNotEmpty,
  IsObject,
  IsString,
  MaxLength,
  NotEquals,
  ValidateBy,
  ValidateNested,
} from "class-validator";
import { Nested, type Make } from "../../base/instance";

const all =
  (...decorators: readonly PropertyDecorator[]): PropertyDecorator =>
  (target, key) => {
    for (const decorate of decorators) decorate(target, key);
  };

/** The one name that can't be a key of the showing chart: in this language it stands for something else. */
export const UNUSABLE = "__proto__";

/** What an entry is known by: not empty, at most 60 characters unless said, any script. */
export const Key = (longest = 60): PropertyDecorator =>
  all(
    IsString(),
    IsNotEmpty(),
    MaxLength(longest),
    NotEquals(UNUSABLE, { message: `“${UNUSABLE}” can't be used as a name` }),
  );

/** Free words; 4,000 characters unless said. */
export const Words = (longest = 4000): PropertyDecorator => all(IsString(), MaxLength(longest));

/** Each element is an entry: an empty list in place of one would pass for an entry without any fault. */
const HoldsEntries = (): PropertyDecorator =>
  ValidateBy({
    name: "holdsEntries",
    validator: {
      validate: (value: unknown) => !Array.isArray(value) || value.every((each) => !Array.isArray(each)),
      defaultMessage: () => "each of $property must be an entry, which is an object, and not a list",
    },
  });

/** A list of entries of one class. */
export const ListOf = (make: Make, most: number): PropertyDecorator =>
  all(
    IsArray(),
    ArrayMaxSize(most),
    HoldsEntries(),
    ValidateNested({ each: true }),
    Nested(() => make),
  );

/** A list of keys or words. */
export const KeyList = (most = 200, longest = 255): PropertyDecorator =>
  all(IsArray(), ArrayMaxSize(most), IsString({ each: true }), MaxLength(longest, { each: true }));

/** A table of finite numbers by name. */
export const IsFigures = (): PropertyDecorator =>
  ValidateBy({
    name: "isFigures",
    validator: {
      validate: (value: unknown) =>
        typeof value === "object" &&
        value !== null &&
        !Array.isArray(value) &&
        Object.values(value).every((each) => typeof each === "number" && Number.isFinite(each)),
      defaultMessage: () => "$property must be numbers by name",
    },
  });

/** A nested value of one class; without IsObject, one that is not there would pass. */
export const Part = (make: Make): PropertyDecorator =>
  all(
    IsObject({ message: "$property must be an object" }),
    ValidateNested(),
    Nested(() => make),
  );
