import { IsOptional } from "class-validator";
import type { SchemeEntry } from "../describe/scheme";
import { schemeClass } from "./classes";
import { KeyList, Part, Words } from "./fields";

export type { CodeEntry, FieldEntry, SchemeEntry } from "../describe/scheme";

/** How layers and sheets are named, and where marks land when nobody chose a layer. */
export class NamingChapter {
  @Part(schemeClass()) layers!: SchemeEntry;
  @Part(schemeClass()) sheets!: SchemeEntry;
  /** Names of layers that drawing programs make by themselves; letter case does not count. */
  @KeyList(100) defaultLayers!: string[];
  /** Pattern of the names that text styles get per scale: `{style}`, `{height}` and `{scale}` are filled in. */
  @IsOptional() @Words(120) textStyleNames?: string;
}
