import { ArrayMaxSize, IsArray, IsIn, IsNumber, Max, Min } from "class-validator";
import { Key, ListOf, MaybeKey, Noted, Words } from "./fields";
import { HATCH_BASES, HATCH_STARTS } from "./choices";

/** A family of parallel lines of a hatch. Lengths on paper or in the building, as the hatch says. */
export class HatchFamilyEntry {
  /** Direction of the lines, degrees counter-clockwise from the right. */
  @IsNumber() @Min(-360) @Max(360) angleDeg!: number;
  /** Distance between neighbouring lines, across them, millimetres. */
  @IsNumber() @Min(0) @Max(100_000) spacingMm!: number;
  /** How far the family stands from the starting point, across the lines, millimetres. */
  @IsNumber() @Min(-100_000) @Max(100_000) offsetMm!: number;
  /** How far each next line is moved along itself, millimetres: half a unit for a running bond. */
  @IsNumber() @Min(-100_000) @Max(100_000) shiftMm!: number;
  /** Dashes and gaps in turn, millimetres; none for whole lines. */
  @IsArray() @ArrayMaxSize(12) @IsNumber({}, { each: true }) @Min(0, { each: true }) dashMm!: number[];
}

/** A hatch: a pattern with a material meaning. */
export class HatchEntry extends Noted {
  @Key() id!: string;
  @Words(120) title!: string;
  @Words(200) material!: string;
  /** Whether its lengths are millimetres on paper (the same at every scale) or in the building. */
  @IsIn(HATCH_BASES) basis!: (typeof HATCH_BASES)[number];
  @IsIn(HATCH_STARTS) start!: (typeof HATCH_STARTS)[number];
  @ListOf(() => HatchFamilyEntry, 8) families!: HatchFamilyEntry[];
  @MaybeKey() layer?: string;
  @MaybeKey() pen?: string;
}
