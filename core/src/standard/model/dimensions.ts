import { ArrayMaxSize, IsArray, IsIn } from "class-validator";
import { Distance, Key, MaybeKey, Noted, Size, Words } from "./fields";
import {
  DIMENSION_ROWS,
  EXTENSIONS,
  REPEATS,
  TERMINATORS,
  TEXT_DIRECTIONS,
  TEXT_PLACES,
  type DimensionRow,
  type Terminator,
} from "./choices";

/** A dimension style: everything about how a dimension is drawn and written. Millimetres on paper. */
export class DimensionStyleEntry extends Noted {
  @Key() id!: string;
  @Words(120) title!: string;
  @IsIn(TERMINATORS) terminator!: Terminator;
  @Size(50) terminatorMm!: number;
  @IsIn(TERMINATORS) leaderTerminator!: Terminator;
  @Size(50) leaderTerminatorMm!: number;
  @Key() textStyle!: string;
  @IsIn(TEXT_PLACES) textPlace!: (typeof TEXT_PLACES)[number];
  @IsIn(TEXT_DIRECTIONS) textDirection!: (typeof TEXT_DIRECTIONS)[number];
  @Key() unitStyle!: string;
  /** Left free between the object and the extension line. */
  @Distance(50) gapMm!: number;
  /** `fixed`: extension lines have one length; `full`: they reach from the object. */
  @IsIn(EXTENSIONS) extension!: (typeof EXTENSIONS)[number];
  /** Length of fixed extension lines on the object's side of the dimension line. */
  @Distance(100) extensionMm!: number;
  /** How far extension lines go beyond the dimension line. */
  @Distance(50) overshootMm!: number;
  /** From the object to the first row. */
  @Size(200) firstRowMm!: number;
  /** From each row to the next. */
  @Size(200) pitchMm!: number;
  /** Rows that are drawn, from outside in. */
  @IsArray() @ArrayMaxSize(4) @IsIn(DIMENSION_ROWS, { each: true }) rows!: DimensionRow[];
  /** What becomes of a row that repeats another. */
  @IsIn(REPEATS) repeats!: (typeof REPEATS)[number];
  @MaybeKey() layer?: string;
}
