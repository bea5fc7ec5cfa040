import { ArrayMaxSize, IsArray, IsHexColor, IsNumber, IsOptional, Max, Min } from "class-validator";
import { Key, ListOf, Noted, Size, Words } from "./fields";

/** A pen: a width in millimetres on paper with its plotted shade and its colour on screen. */
export class PenEntry extends Noted {
  @Key(40) id!: string;
  @Size(20) widthMm!: number;
  /** How dark it plots: 100 is full black. */
  @IsNumber() @Min(0) @Max(100) shadePercent!: number;
  @IsHexColor() screenColour!: string;
}

/** A line type: dashes and gaps in turn, in multiples of the line width; no elements is a continuous line. */
export class LineTypeEntry extends Noted {
  @Key(60) id!: string;
  @Words(120) title!: string;
  @IsArray() @ArrayMaxSize(12) @IsNumber({}, { each: true }) @Min(0, { each: true }) pattern!: number[];
  /** Number in ISO 128-2, where it has one. */
  @IsOptional() @Words(8) isoNumber?: string;
}

/** A layer that plots in another pen in some drawing kinds. */
export class PenChangeEntry {
  @Key(255) layer!: string;
  @Key(40) pen!: string;
}

/** A pen schedule besides the general one (which the layer register holds): what it changes. */
export class PenScheduleEntry extends Noted {
  @Key() id!: string;
  @Words(120) title!: string;
  @ListOf(() => PenChangeEntry, 20_000) changes!: PenChangeEntry[];
}
