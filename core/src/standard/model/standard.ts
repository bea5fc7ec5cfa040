import { ArrayMaxSize, IsArray, IsIn, IsObject, IsOptional, IsString, Matches } from "class-validator";
import { DESCRIPTIONS, type StandardLists } from "../describe/lists";
import { LIST_NAMES } from "../lists";
import { SEVERITIES, STANDARD_FORMAT, type Severity, type ShowingChart } from "./choices";
import { classOfList } from "./classes";
import { IsFigures, Key, ListOf, Part } from "./fields";
import { NamingChapter } from "./naming";

/** What an office changed about one rule; what it does not say is as usual. */
export class RuleSetting {
  @IsOptional() @IsIn([...SEVERITIES, "off"]) severity?: Severity | "off";
  /** Figures by the name of the parameter, each in the unit that its name ends with. */
  @IsOptional() @IsFigures() parameters?: Record<string, number>;
}

/** What a standard says beside its lists; the checks of the lists are added below, by their descriptions. */
export class WholeStandard {
  @IsIn([STANDARD_FORMAT]) format!: typeof STANDARD_FORMAT;
  @Key(120) name!: string;
  /** `draft`, or the number of the edition. */
  @Matches(/^(draft|[1-9][0-9]{0,5})$/) edition!: string;
  /** The system that the office works in where nothing else is said. */
  @IsIn(["metric", "feet-inches"]) units!: "metric" | "feet-inches";
  @Part(NamingChapter) naming!: NamingChapter;
  /** By layer, then by drawing kind. */
  @IsObject() showing!: ShowingChart;
  /** Order of the groups of codes in a legend. */
  @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) legendOrder!: string[];
  /** By rule id: what the office changed; a rule that is not named is as usual. */
  @IsObject() rules!: Record<string, RuleSetting>;
}

/** An office standard as a value. Lengths in millimetres on paper unless a name says otherwise. */
export type OfficeStandard = WholeStandard & StandardLists;

for (const list of LIST_NAMES) ListOf(classOfList(list), DESCRIPTIONS[list].most)(WholeStandard.prototype, list);
