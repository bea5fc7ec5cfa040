import { IsArray, IsIn, IsNumber, IsObject, IsString, Matches, Max, Min, ArrayMaxSize } from "class-validator";
import { OpeningEntry, SlopeEntry, StandardNoteEntry, WallTypeEntry } from "./building";
import { LabelPatternEntry, LegendCodeEntry } from "./codes";
import { DimensionStyleEntry } from "./dimensions";
import { Key, ListOf, Part } from "./fields";
import { HatchEntry } from "./hatches";
import { KindEntry, type ShowingChart } from "./kinds";
import { LayerEntry } from "./layers";
import { NamingChapter } from "./naming";
import { LineTypeEntry, PenEntry, PenScheduleEntry } from "./pens";
import { FrameEntry, SeriesEntry, SheetSizeEntry } from "./sheets";
import { FontEntry, TextStyleEntry } from "./text";
import { ReductionEntry, ScaleEntry, UnitStyleEntry } from "./units";
import { SEVERITIES, STANDARD_FORMAT, type Severity } from "./choices";

/** What an edition says of one rule. */
export class RuleSetting {
  @IsIn([...SEVERITIES, "off"]) severity!: Severity | "off";
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
  @Key(120) name!: string;
  /** `draft`, or the number of the edition. */
  @Matches(/^(draft|[1-9][0-9]{0,5})$/) edition!: string;
  /** The system that the office works in where nothing else is said. */
  @IsIn(["metric", "feet-inches"]) units!: "metric" | "feet-inches";
  @ListOf(() => UnitStyleEntry, 40) unitStyles!: UnitStyleEntry[];
  @ListOf(() => ScaleEntry, 200) scales!: ScaleEntry[];
  @ListOf(() => ReductionEntry, 20) reductions!: ReductionEntry[];
  @Part(() => NamingChapter) naming!: NamingChapter;
  @ListOf(() => LayerEntry, 20_000) layers!: LayerEntry[];
  @ListOf(() => PenEntry, 200) pens!: PenEntry[];
  @ListOf(() => LineTypeEntry, 200) lineTypes!: LineTypeEntry[];
  @ListOf(() => PenScheduleEntry, 100) penSchedules!: PenScheduleEntry[];
  @ListOf(() => HatchEntry, 500) hatches!: HatchEntry[];
  @ListOf(() => TextStyleEntry, 200) textStyles!: TextStyleEntry[];
  @ListOf(() => FontEntry, 100) fonts!: FontEntry[];
  @ListOf(() => DimensionStyleEntry, 100) dimensionStyles!: DimensionStyleEntry[];
  @ListOf(() => KindEntry, 100) kinds!: KindEntry[];
  /** By layer, then by drawing kind. */
  @IsObject() showing!: ShowingChart;
  @ListOf(() => SheetSizeEntry, 200) sheetSizes!: SheetSizeEntry[];
  @ListOf(() => FrameEntry, 100) frames!: FrameEntry[];
  @ListOf(() => SeriesEntry, 200) series!: SeriesEntry[];
  @ListOf(() => LegendCodeEntry, 5000) codes!: LegendCodeEntry[];
  @ListOf(() => LabelPatternEntry, 100) labelPatterns!: LabelPatternEntry[];
  /** Order of the groups of codes in a legend. */
  @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) legendOrder!: string[];
  @ListOf(() => WallTypeEntry, 500) wallTypes!: WallTypeEntry[];
  @ListOf(() => OpeningEntry, 1000) openings!: OpeningEntry[];
  @ListOf(() => SlopeEntry, 100) slopes!: SlopeEntry[];
  @ListOf(() => StandardNoteEntry, 500) notes!: StandardNoteEntry[];
  @Part(() => ToleranceChapter) tolerances!: ToleranceChapter;
  /** Settings by rule id; a rule that is not named keeps its default. */
  @IsObject() rules!: Record<string, RuleSetting>;
}
