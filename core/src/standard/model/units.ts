import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsPositive, Max, Min } from "class-validator";
import { Distance, Key, MaybeWords, Noted, Words } from "./fields";
import { UNIT_SYSTEMS } from "./choices";

/** A way of writing lengths: system, precision, rounding, suffix, and the module that planning keeps to. */
export class UnitStyleEntry extends Noted {
  @Key() id!: string;
  @Words(120) title!: string;
  @IsIn(UNIT_SYSTEMS) system!: (typeof UNIT_SYSTEMS)[number];
  /** Decimals kept, for the decimal systems. */
  @IsInt() @Min(0) @Max(6) decimals!: number;
  /** Finest fraction of an inch, as its denominator; 1 for whole inches. */
  @IsIn([1, 2, 4, 8, 16, 32, 64]) finestFraction!: number;
  /** The unit is written after the number. */
  @IsBoolean() suffix!: boolean;
  /** `14'-0"` keeps its inches. */
  @IsBoolean() zeroInches!: boolean;
  /** Values are rounded to whole steps of this length before they are written: `5`, `1/4"`. */
  @MaybeWords(40) roundTo?: string;
  /** Planning module as written: `100`, `4"`. */
  @MaybeWords(40) module?: string;
}

/** A listed scale. */
export class ScaleEntry extends Noted {
  /** As written: `1:100`, `1/4" = 1'-0"`. */
  @Key(60) scale!: string;
  @IsIn(["metric", "feet-inches"]) system!: "metric" | "feet-inches";
}

/** A size that the office also prints its sheets at, and what must stay legible then. */
export class ReductionEntry extends Noted {
  @Key() id!: string;
  @Words(120) title!: string;
  /** Size of the print, per cent of the sheet. */
  @IsNumber() @IsPositive() @Max(100) percent!: number;
  /** Least height of capitals on that print, millimetres. */
  @IsOptional() @Distance(50) leastHeightMm?: number;
}
