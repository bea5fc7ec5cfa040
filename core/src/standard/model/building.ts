import { IsIn, IsOptional } from "class-validator";
import { Key, Noted, Size, Words } from "./fields";
import { OPENING_USES } from "./choices";

/** A wall type and its fixed thickness in the building, millimetres. */
export class WallTypeEntry extends Noted {
  @Key() id!: string;
  @Words(200) title!: string;
  @Size() thicknessMm!: number;
}

/** A standard opening, millimetres in the building. */
export class OpeningEntry extends Noted {
  @Key() id!: string;
  @Words(200) title!: string;
  @IsIn(OPENING_USES) use!: (typeof OPENING_USES)[number];
  @Size(20_000) widthMm!: number;
  /** Height of the head above the floor. */
  @IsOptional() @Size(20_000) headMm?: number;
}

/** A roof slope as it is written: `4 in 12`, `1:40`, `30°`. */
export class SlopeEntry extends Noted {
  @Key(40) slope!: string;
  @Words(200) use!: string;
}

/** A standard note that is put on sheets as it stands. */
export class StandardNoteEntry extends Noted {
  @Key() id!: string;
  @Words(120) title!: string;
  @Words() text!: string;
}
