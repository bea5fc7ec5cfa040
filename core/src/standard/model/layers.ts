import { IsBoolean, IsHexColor, IsIn, IsInt, IsOptional, Max, Min } from "class-validator";
import { Key, KeyList, MaybeKey, Noted, Words } from "./fields";
import { MARK_KINDS, type MarkKind } from "./choices";

/** A registered layer. */
export class LayerEntry extends Noted {
  @Key(255) name!: string;
  @Words() purpose!: string;
  /** Pen id; every stroke of the layer plots in it. */
  @MaybeKey() pen?: string;
  /** Line type id that marks of the layer get. */
  @MaybeKey() lineType?: string;
  /** Further line types that may stand on it. */
  @IsOptional() @KeyList() alsoLineTypes?: string[];
  @IsHexColor() screenColour!: string;
  /** False for helper layers, which must not show when a sheet goes out. */
  @IsBoolean() plots!: boolean;
  /** Marks that belong on it; any where not said. */
  @IsOptional() @IsIn(MARK_KINDS, { each: true }) @KeyList(20) marks?: MarkKind[];
  /** What lies above what: the higher number lies above. */
  @IsOptional() @IsInt() @Min(0) @Max(10_000) order?: number;
  /** No longer to be used. */
  @IsOptional() @IsBoolean() withdrawn?: boolean;
  /** The layer that takes the place of a withdrawn one. */
  @MaybeKey() successor?: string;
}
