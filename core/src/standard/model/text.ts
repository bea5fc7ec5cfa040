import { IsBoolean, IsIn, IsNumber, IsOptional, Matches, Max, Min } from "class-validator";
import { Distance, Key, KeyList, Noted, Size, Words } from "./fields";
import { LETTER_CASES, TEXT_FRAMES } from "./choices";

/** A text style: the height of capitals in millimetres on paper, and the font families it may use. */
export class TextStyleEntry extends Noted {
  @Key(60) id!: string;
  @Size(200) heightMm!: number;
  /** Font families; none means that any will do. */
  @KeyList(20) fonts!: string[];
  @Words(300) use!: string;
  @IsOptional() @IsIn(LETTER_CASES) letterCase?: (typeof LETTER_CASES)[number];
  /** Added between letters, per cent of the height. */
  @IsOptional() @IsNumber() @Min(-50) @Max(200) spacingPercent?: number;
  /** Stroke of the letters, millimetres (type B of ISO 3098-1 has a tenth of the height). */
  @IsOptional() @Distance(20) strokeMm?: number;
  /** Blank behind the text, so that marks under it do not cross it. */
  @IsOptional() @IsBoolean() blankGround?: boolean;
  @IsOptional() @IsIn(TEXT_FRAMES) frame?: (typeof TEXT_FRAMES)[number];
}

/** A font that the office letters with. */
export class FontEntry extends Noted {
  @Key(120) family!: string;
  @Words(300) licence!: string;
  /** SHA-256 of an uploaded font file; left out for those that come with Hemstitch and those of others. */
  @IsOptional() @Matches(/^[0-9a-f]{64}$/) sha256?: string;
}
