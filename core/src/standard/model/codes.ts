import { IsIn } from "class-validator";
import { Key, Noted, Part, Words } from "./fields";
import { SchemeEntry } from "./naming";
import { CODE_GROUPS } from "./choices";

/** A short code that legends explain. */
export class LegendCodeEntry extends Noted {
  @Key(32) code!: string;
  @Words(300) meaning!: string;
  @IsIn(CODE_GROUPS) group!: (typeof CODE_GROUPS)[number];
}

/** How a label is put together: a letter, a width, a height … */
export class LabelPatternEntry extends Noted {
  @Key() id!: string;
  @Words(120) title!: string;
  @Part(() => SchemeEntry) pattern!: SchemeEntry;
}
