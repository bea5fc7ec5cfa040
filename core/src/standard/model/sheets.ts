import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsPositive, Matches, Max, Min } from "class-validator";
import { Distance, Key, KeyList, ListOf, Noted, Part, Size, Words } from "./fields";
import { CELL_SOURCES, FIXED_ITEMS } from "./choices";

/** Distances of the drawing frame from the trimmed edges, millimetres. */
export class BorderEntry {
  @IsNumber() @Min(0) leftMm!: number;
  @IsNumber() @Min(0) rightMm!: number;
  @IsNumber() @Min(0) topMm!: number;
  @IsNumber() @Min(0) bottomMm!: number;
}

/** A cell of a title block, millimetres from the block's lower-left corner. */
export class TitleCellEntry {
  /** Which particular fills it. */
  @Key(40) field!: string;
  @Words(60) label!: string;
  @IsNumber() @Min(0) xMm!: number;
  @IsNumber() @Min(0) yMm!: number;
  @IsNumber() @IsPositive() widthMm!: number;
  @IsNumber() @IsPositive() heightMm!: number;
  /** Height of capitals of the filled-in text. */
  @IsNumber() @IsPositive() textMm!: number;
  @IsOptional() @IsIn(CELL_SOURCES) from?: (typeof CELL_SOURCES)[number];
  /** Longest text it takes, characters. */
  @IsOptional() @IsInt() @Min(1) @Max(400) longest?: number;
}

/** A title block: stands in the lower right corner of the drawing area. */
export class TitleBlockEntry {
  @Size() widthMm!: number;
  @Size() heightMm!: number;
  @ListOf(() => TitleCellEntry, 60) cells!: TitleCellEntry[];
}

/** Layers that a frame is drawn on. */
export class FrameLayersEntry {
  /** The drawing frame and the outline of the title block. */
  @Key(255) frame!: string;
  /** Lines within the title block, zone marks, and lettering. */
  @Key(255) cells!: string;
  /** Titles of drawings and scale bars. */
  @Key(255) titles!: string;
}

/** A fixed item of a frame, millimetres from the drawing area's lower-left corner. */
export class FixedItemEntry {
  @Key() id!: string;
  @IsIn(FIXED_ITEMS) kind!: (typeof FIXED_ITEMS)[number];
  @Words(120) title!: string;
  @Distance() xMm!: number;
  @Distance() yMm!: number;
  @Size() widthMm!: number;
  @Size() heightMm!: number;
  /** SHA-256 of the picture of a stamp. */
  @IsOptional() @Matches(/^[0-9a-f]{64}$/) sha256?: string;
}

/** A grid of bays that drawings drop into. */
export class BaysEntry {
  @IsInt() @Min(1) @Max(24) columns!: number;
  @IsInt() @Min(1) @Max(24) rows!: number;
  @Distance(200) gapMm!: number;
}

/** A sheet frame as it lies, width first. */
export class FrameEntry extends Noted {
  @Key() id!: string;
  @Words(120) title!: string;
  @Size() widthMm!: number;
  @Size() heightMm!: number;
  @Part(() => BorderEntry) border!: BorderEntry;
  @IsBoolean() centringMarks!: boolean;
  /** Length of a zone field along the border; 0 for no zones. */
  @Distance(1000) zoneMm!: number;
  @Part(() => TitleBlockEntry) titleBlock!: TitleBlockEntry;
  @Part(() => FrameLayersEntry) layers!: FrameLayersEntry;
  @IsOptional() @ListOf(() => FixedItemEntry, 20) items?: FixedItemEntry[];
  @IsOptional() @Part(() => BaysEntry) bays?: BaysEntry;
}

/** A sheet size that pages may have, upright or turned. */
export class SheetSizeEntry extends Noted {
  @Key(40) id!: string;
  @Size() widthMm!: number;
  @Size() heightMm!: number;
}

/** A series of sheets: plans, sections, details …, and the beginning of its numbers. */
export class SeriesEntry extends Noted {
  @Key() id!: string;
  @Words(120) title!: string;
  /** Beginning of its sheet numbers: `A-1`. */
  @Key(40) prefix!: string;
  @KeyList() kinds!: string[];
}
