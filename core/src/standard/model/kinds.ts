import { Key, KeyList, MaybeKey, Noted, Words } from "./fields";
import { type Showing } from "./choices";

/** A drawing kind: floor plan, ceiling plan, section …, and what it is drawn with. */
export class KindEntry extends Noted {
  @Key() id!: string;
  @Words(120) title!: string;
  /** Scales it may be drawn at, as the chapter Units & scales writes them. */
  @KeyList() scales!: string[];
  @MaybeKey() penSchedule?: string;
  @MaybeKey() dimensionStyle?: string;
  @KeyList() textStyles!: string[];
  @MaybeKey() frame?: string;
}

/** The showing chart: by layer and drawing kind; what is not in it is undecided. */
export type ShowingChart = Record<string, Record<string, Showing>>;
