import "reflect-metadata";
import { Type } from "class-transformer";
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsHexColor,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsObject,
  IsOptional,
  IsPositive,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from "class-validator";

/** Version of the JSON form; a later one is refused rather than half understood. */
export const STANDARD_FORMAT = "hemstitch-standard-1";

export const SEVERITIES = ["stop", "mend", "note"] as const;
/** stop: the sheet can't be issued; mend: wrong, issue needs a waiver; note: worth knowing. */
export type Severity = (typeof SEVERITIES)[number];

const FIELD_CHARACTERS = ["letters", "digits", "letters-and-digits"] as const;

/** What a code of a naming scheme stands for. */
export class CodeEntry {
  @IsString() @IsNotEmpty() @MaxLength(32) code!: string;
  @IsString() @MaxLength(200) meaning!: string;
}

/** One field of a naming scheme. Lengths in characters. */
export class FieldEntry {
  @IsString() @IsNotEmpty() @MaxLength(40) id!: string;
  @IsString() @IsNotEmpty() @MaxLength(80) title!: string;
  @IsInt() @Min(1) @Max(64) minLength!: number;
  @IsInt() @Min(1) @Max(64) maxLength!: number;
  @IsIn(FIELD_CHARACTERS) characters!: (typeof FIELD_CHARACTERS)[number];
  @IsBoolean() required!: boolean;
  @IsOptional() @IsBoolean() joined?: boolean;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(5000)
  @ValidateNested({ each: true })
  @Type(() => CodeEntry)
  codes?: CodeEntry[];
  @IsOptional() @IsBoolean() open?: boolean;
  @IsOptional() @IsBoolean() codeIsPrefix?: boolean;
  @IsOptional() @IsBoolean() mayBeBlank?: boolean;
  @IsOptional() @IsString() @MaxLength(64) usual?: string;
}

/** A naming scheme: the grammar of layer names or sheet numbers. */
export class SchemeEntry {
  @IsString() @IsNotEmpty() @MaxLength(80) id!: string;
  @IsString() @MaxLength(200) title!: string;
  @IsString() @MaxLength(300) source!: string;
  @IsString() @MaxLength(1) separator!: string;
  @IsOptional() @IsString() @MaxLength(1) filler?: string;
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => FieldEntry) fields!: FieldEntry[];
  @IsArray() @IsString({ each: true }) examples!: string[];
}

/** A pen: a width in millimetres on paper with its plotted shade and its colour on screen. */
export class PenEntry {
  @IsString() @IsNotEmpty() @MaxLength(40) id!: string;
  @IsNumber() @IsPositive() @Max(20) widthMm!: number;
  /** How dark it plots: 100 is full black. */
  @IsNumber() @Min(0) @Max(100) shadePercent!: number;
  @IsHexColor() screenColour!: string;
}

/** A line type: dashes and gaps in turn, in multiples of the line width; no elements is a continuous line. */
export class LineTypeEntry {
  @IsString() @IsNotEmpty() @MaxLength(60) id!: string;
  @IsString() @MaxLength(120) title!: string;
  @IsArray() @ArrayMaxSize(12) @IsNumber({}, { each: true }) @Min(0, { each: true }) pattern!: number[];
  /** Number in ISO 128-2, where it has one. */
  @IsOptional() @IsString() @MaxLength(8) isoNumber?: string;
}

/** A text style: the height of capitals in millimetres on paper, and the font families it may use. */
export class TextStyleEntry {
  @IsString() @IsNotEmpty() @MaxLength(60) id!: string;
  @IsNumber() @IsPositive() @Max(200) heightMm!: number;
  /** Font families; none means that any will do. */
  @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) fonts!: string[];
  @IsString() @MaxLength(300) use!: string;
}

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
  @IsString() @IsNotEmpty() @MaxLength(40) field!: string;
  @IsString() @MaxLength(60) label!: string;
  @IsNumber() @Min(0) xMm!: number;
  @IsNumber() @Min(0) yMm!: number;
  @IsNumber() @IsPositive() widthMm!: number;
  @IsNumber() @IsPositive() heightMm!: number;
  /** Height of capitals of the filled-in text. */
  @IsNumber() @IsPositive() textMm!: number;
}

/** A title block: stands in the lower right corner of the drawing area. */
export class TitleBlockEntry {
  @IsNumber() @IsPositive() widthMm!: number;
  @IsNumber() @IsPositive() heightMm!: number;
  @IsArray() @ArrayMaxSize(60) @ValidateNested({ each: true }) @Type(() => TitleCellEntry) cells!: TitleCellEntry[];
}

/** Layers that a frame is drawn on. */
export class FrameLayersEntry {
  /** The drawing frame and the outline of the title block. */
  @IsString() @IsNotEmpty() @MaxLength(255) frame!: string;
  /** Lines within the title block, zone marks, and lettering. */
  @IsString() @IsNotEmpty() @MaxLength(255) cells!: string;
  /** Titles of drawings and scale bars. */
  @IsString() @IsNotEmpty() @MaxLength(255) titles!: string;
}

/** A sheet frame as it lies, width first. */
export class FrameEntry {
  @IsString() @IsNotEmpty() @MaxLength(60) id!: string;
  @IsString() @MaxLength(120) title!: string;
  @IsNumber() @IsPositive() @Max(5000) widthMm!: number;
  @IsNumber() @IsPositive() @Max(5000) heightMm!: number;
  @ValidateNested() @Type(() => BorderEntry) border!: BorderEntry;
  @IsBoolean() centringMarks!: boolean;
  /** Length of a zone field along the border; 0 for no zones. */
  @IsNumber() @Min(0) @Max(1000) zoneMm!: number;
  @ValidateNested() @Type(() => TitleBlockEntry) titleBlock!: TitleBlockEntry;
  @ValidateNested() @Type(() => FrameLayersEntry) layers!: FrameLayersEntry;
}

/** A sheet size that pages may have, upright or turned. */
export class SheetSizeEntry {
  @IsString() @IsNotEmpty() @MaxLength(40) id!: string;
  @IsNumber() @IsPositive() @Max(5000) widthMm!: number;
  @IsNumber() @IsPositive() @Max(5000) heightMm!: number;
}

/** A registered layer. */
export class LayerEntry {
  @IsString() @IsNotEmpty() @MaxLength(255) name!: string;
  @IsString() @MaxLength(4000) purpose!: string;
  /** Pen id; every stroke of the layer plots in it. */
  @IsOptional() @IsString() pen?: string;
  /** Line type id that marks of the layer get. */
  @IsOptional() @IsString() lineType?: string;
  /** Further line types that may stand on it. */
  @IsOptional() @IsArray() @IsString({ each: true }) alsoLineTypes?: string[];
  @IsHexColor() screenColour!: string;
  /** False for helper layers, which must not show when a sheet goes out. */
  @IsBoolean() plots!: boolean;
}

/** What an edition says of one rule. */
export class RuleSetting {
  @IsIn([...SEVERITIES, "off"]) severity!: Severity | "off";
}

/** Where marks land when nobody chose a layer, and how layers are named. */
export class NamingChapter {
  @ValidateNested() @Type(() => SchemeEntry) layers!: SchemeEntry;
  @ValidateNested() @Type(() => SchemeEntry) sheets!: SchemeEntry;
  /** Names of layers that drawing programs make by themselves; letter case does not count. */
  @IsArray() @ArrayMaxSize(100) @IsString({ each: true }) defaultLayers!: string[];
}

/** How far a measured value may be from the standard's before it counts. */
export class ToleranceChapter {
  /** Line widths, millimetres. */
  @IsNumber() @Min(0) @Max(1) widthMm!: number;
  /** Heights of capitals, as a share of the height. */
  @IsNumber() @Min(0) @Max(0.5) heightShare!: number;
  /** Dashes and gaps, as a share of their length. */
  @IsNumber() @Min(0) @Max(0.5) dashShare!: number;
  /** Sheet sizes, millimetres. */
  @IsNumber() @Min(0) @Max(20) sheetMm!: number;
}

/** An office standard as a value. Lengths in millimetres on paper unless a name says otherwise. */
export class OfficeStandard {
  @IsIn([STANDARD_FORMAT]) format!: typeof STANDARD_FORMAT;
  @IsString() @IsNotEmpty() @MaxLength(120) name!: string;
  /** `draft`, or the number of the edition. */
  @Matches(/^(draft|[1-9][0-9]{0,5})$/) edition!: string;
  @IsIn(["metric", "feet-inches"]) units!: "metric" | "feet-inches";
  @ValidateNested() @Type(() => NamingChapter) naming!: NamingChapter;
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => PenEntry) pens!: PenEntry[];
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => LineTypeEntry) lineTypes!: LineTypeEntry[];
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => TextStyleEntry)
  textStyles!: TextStyleEntry[];
  /** Listed scales, as written: `1:100`, `1/4" = 1'-0"`. */
  @IsArray() @ArrayMaxSize(200) @IsString({ each: true }) scales!: string[];
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => SheetSizeEntry)
  sheetSizes!: SheetSizeEntry[];
  @IsArray() @ArrayMaxSize(100) @ValidateNested({ each: true }) @Type(() => FrameEntry) frames!: FrameEntry[];
  @IsArray() @ArrayMaxSize(20_000) @ValidateNested({ each: true }) @Type(() => LayerEntry) layers!: LayerEntry[];
  @ValidateNested() @Type(() => ToleranceChapter) tolerances!: ToleranceChapter;
  /** Settings by rule id; a rule that is not named keeps its default. */
  @IsObject() rules!: Record<string, RuleSetting>;
}
