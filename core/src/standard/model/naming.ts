import {
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from "class-validator";
import { Key, KeyList, ListOf, Part, Words } from "./fields";
import { FIELD_CHARACTERS } from "./choices";

/** What a code of a naming scheme stands for. */
export class CodeEntry {
  @Key(32) code!: string;
  @Words(200) meaning!: string;
}

/** One field of a naming scheme. Lengths in characters. */
export class FieldEntry {
  @Key(40) id!: string;
  @Key(80) title!: string;
  @IsInt() @Min(1) @Max(64) minLength!: number;
  @IsInt() @Min(1) @Max(64) maxLength!: number;
  @IsIn(FIELD_CHARACTERS) characters!: (typeof FIELD_CHARACTERS)[number];
  @IsBoolean() required!: boolean;
  @IsOptional() @IsBoolean() joined?: boolean;
  @IsOptional() @ListOf(() => CodeEntry, 5000) codes?: CodeEntry[];
  @IsOptional() @IsBoolean() open?: boolean;
  @IsOptional() @IsBoolean() codeIsPrefix?: boolean;
  @IsOptional() @IsBoolean() mayBeBlank?: boolean;
  @IsOptional() @IsString() @MaxLength(64) usual?: string;
}

/** A naming scheme: the grammar of layer names, sheet numbers or labels. */
export class SchemeEntry {
  @IsString() @IsNotEmpty() @MaxLength(80) id!: string;
  @Words(200) title!: string;
  @Words(300) source!: string;
  @Words(1) separator!: string;
  @IsOptional() @Words(1) filler?: string;
  @ListOf(() => FieldEntry, 20) fields!: FieldEntry[];
  @IsArray() @IsString({ each: true }) examples!: string[];
}

/** How layers and sheets are named, and where marks land when nobody chose a layer. */
export class NamingChapter {
  @Part(() => SchemeEntry) layers!: SchemeEntry;
  @Part(() => SchemeEntry) sheets!: SchemeEntry;
  /** Names of layers that drawing programs make by themselves; letter case does not count. */
  @KeyList(100) defaultLayers!: string[];
  /** Pattern of the names that text styles get per scale: `{style}`, `{height}` and `{scale}` are filled in. */
  @IsOptional() @Words(120) textStyleNames?: string;
}
