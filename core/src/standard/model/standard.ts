import { ArrayMaxSize, IsArray, IsIn, IsObject, IsOptional, IsString, Matches } from "class-validator";
import { OpeningEntry, SlopeEntry, StandardNoteEntry, WallTypeEntry } from "./building";
import { LabelPatternEntry, LegendCodeEntry } from "./codes";
import { DimensionStyleEntry } from "./dimensions";
import { IsFigures, Key, ListOf, Part } from "./fields";
import { HatchEntry } from "./hatches";
import { KindEntry, type ShowingChart } from "./kinds";
import { LayerEntry } from "./layers";
import { NamingChapter } from "./naming";
import { LineTypeEntry, PenEntry, PenScheduleEntry } from "./pens";
import { FrameEntry, SeriesEntry, SheetSizeEntry } from "./sheets";
import { FontEntry, TextStyleEntry } from "./text";
import { ReductionEntry, ScaleEntry, UnitStyleEntry } from "./units";
import { LISTS } from "../lists";
import { SEVERITIES, STANDARD_FORMAT, type Severity } from "./choices";

/** What an office changed about one rule; what it does not say is as usual. */
export class RuleSetting {
  @IsOptional() @IsIn([...SEVERITIES, "off"]) severity?: Severity | "off";
  /** Figures by the name of the parameter, each in the unit that its name ends with. */
  @IsOptional() @IsFigures() parameters?: Record<string, number>;
}

/** An office standard as a value. Lengths in millimetres on paper unless a name says otherwise. */
export class OfficeStandard {
  @IsIn([STANDARD_FORMAT]) format!: typeof STANDARD_FORMAT;
  @Key(120) name!: string;
  /** `draft`, or the number of the edition. */
  @Matches(/^(draft|[1-9][0-9]{0,5})$/) edition!: string;
  /** The system that the office works in where nothing else is said. */
  @IsIn(["metric", "feet-inches"]) units!: "metric" | "feet-inches";
  @ListOf(() => UnitStyleEntry, LISTS.unitStyles.most) unitStyles!: UnitStyleEntry[];
  @ListOf(() => ScaleEntry, LISTS.scales.most) scales!: ScaleEntry[];
  @ListOf(() => ReductionEntry, LISTS.reductions.most) reductions!: ReductionEntry[];
  @Part(() => NamingChapter) naming!: NamingChapter;
  @ListOf(() => LayerEntry, LISTS.layers.most) layers!: LayerEntry[];
  @ListOf(() => PenEntry, LISTS.pens.most) pens!: PenEntry[];
  @ListOf(() => LineTypeEntry, LISTS.lineTypes.most) lineTypes!: LineTypeEntry[];
  @ListOf(() => PenScheduleEntry, LISTS.penSchedules.most) penSchedules!: PenScheduleEntry[];
  @ListOf(() => HatchEntry, LISTS.hatches.most) hatches!: HatchEntry[];
  @ListOf(() => TextStyleEntry, LISTS.textStyles.most) textStyles!: TextStyleEntry[];
  @ListOf(() => FontEntry, LISTS.fonts.most) fonts!: FontEntry[];
  @ListOf(() => DimensionStyleEntry, LISTS.dimensionStyles.most) dimensionStyles!: DimensionStyleEntry[];
  @ListOf(() => KindEntry, LISTS.kinds.most) kinds!: KindEntry[];
  /** By layer, then by drawing kind. */
  @IsObject() showing!: ShowingChart;
  @ListOf(() => SheetSizeEntry, LISTS.sheetSizes.most) sheetSizes!: SheetSizeEntry[];
  @ListOf(() => FrameEntry, LISTS.frames.most) frames!: FrameEntry[];
  @ListOf(() => SeriesEntry, LISTS.series.most) series!: SeriesEntry[];
  @ListOf(() => LegendCodeEntry, LISTS.codes.most) codes!: LegendCodeEntry[];
  @ListOf(() => LabelPatternEntry, LISTS.labelPatterns.most) labelPatterns!: LabelPatternEntry[];
  /** Order of the groups of codes in a legend. */
  @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) legendOrder!: string[];
  @ListOf(() => WallTypeEntry, LISTS.wallTypes.most) wallTypes!: WallTypeEntry[];
  @ListOf(() => OpeningEntry, LISTS.openings.most) openings!: OpeningEntry[];
  @ListOf(() => SlopeEntry, LISTS.slopes.most) slopes!: SlopeEntry[];
  @ListOf(() => StandardNoteEntry, LISTS.notes.most) notes!: StandardNoteEntry[];
  /** By rule id: what the office changed; a rule that is not named is as usual. */
  @IsObject() rules!: Record<string, RuleSetting>;
}
