import { addTo, groupedBy } from "../base/grouped";
import type { Marks } from "../drawing";
import type { LayerRole } from "../standard/plain";
import { OPENINGS, SURE_WALL } from "./building/openings";
import { LEVELS } from "./building/levels";
import { ROOMS } from "./building/rooms";
import { WALLS } from "./building/walls";
import { CODE_LABELS } from "./codes/labels";
import { LEGENDS } from "./codes/legends";
import { SHEET_REFERENCES } from "./codes/references";
import { DRAWING_TITLES } from "./drawing-titles";
import { GRID_LINES } from "./grid-lines";
import { entriesOf, NAMED_LAYERS } from "./layer-names";
import { LEADERS } from "./leaders";
import { NORTH_POINTS } from "./north-points";
import type { PageFacts, PageRecogniser } from "./recogniser";
import { SCALE_BARS } from "./scale-bars";
import { TITLE_BLOCKS } from "./title-blocks/title-blocks";

/** Something that a person would call a mark part of. */
interface Thing {
  readonly words: string;
  readonly of: PageRecogniser<unknown>;
  /** What the layer is for that it goes on where the page has none to go by. */
  readonly role?: LayerRole;
  /** How sure it has to be; what is not surer says nothing of where its marks belong. */
  readonly least?: number;
  /** Its lettering belongs with it, wherever that is, and is no lettering of a drawing. */
  readonly isApart?: true;
  /** Of the values that are made out, those that are meant. */
  readonly is?: (value: never) => boolean;
}

const openings = (use: string): Thing => ({
  words: `a ${use}`,
  of: OPENINGS,
  is: (value: { readonly use: string }) => value.use === use,
});

/** A mark that is part of several is part of the first. */
const THINGS: readonly Thing[] = [
  { words: "a title block", of: TITLE_BLOCKS, isApart: true },
  { words: "a scale bar", of: SCALE_BARS, role: "titles" },
  { words: "a drawing's title", of: DRAWING_TITLES, role: "titles" },
  { words: "a north point", of: NORTH_POINTS, role: "symbols" },
  { words: "a grid line", of: GRID_LINES, role: "grid" },
  // Openings bring the marks of their walls along.
  { words: "a wall", of: WALLS, least: SURE_WALL },
  openings("door"),
  openings("window"),
  { words: "a legend", of: LEGENDS, role: "legends" },
  { words: "a reference", of: SHEET_REFERENCES },
  { words: "a level", of: LEVELS },
  { words: "the name of a room", of: ROOMS },
  { words: "a note that points at something", of: LEADERS, role: "notes" },
  { words: "a code", of: CODE_LABELS },
];

const LEAST_CONFIDENCE = 0.9;
/** A sort of thing has a layer of its own where so many of them stand on it, and this share of all. */
const HOME = { least: 2, share: 0.8 };

/** What a mark is part of. */
export interface PartOf {
  readonly words: string;
  readonly isApart: boolean;
  readonly layer?: string;
}

/** What the marks of a page are part of, and the layer that the others of the same sort stand on. */
export class Things {
  private readonly of = { paths: new Map<number, Thing>(), texts: new Map<number, Thing>() };
  /** The registered layers that things of a sort stand on, one after the other. */
  private readonly standing = new Map<string, string[]>();

  constructor(private readonly facts: PageFacts) {
    const entries = entriesOf(facts.file.of(NAMED_LAYERS));
    for (const thing of THINGS)
      for (const { value, confidence, evidence } of facts.of(thing.of))
        if (confidence >= (thing.least ?? LEAST_CONFIDENCE) && (thing.is?.(value as never) ?? true))
          for (const { marks } of evidence) this.note(thing, marks, entries);
  }

  /** What a mark is part of, and the layer where such marks belong, where one is known. */
  at(sort: "paths" | "texts", row: number): PartOf | undefined {
    const thing = this.of[sort].get(row);
    if (!thing) return undefined;
    const layer = this.homeOf(thing, sort) ?? this.layerOfRole(thing.role);
    return { words: thing.words, isApart: thing.isApart ?? false, ...(layer === undefined ? {} : { layer }) };
  }

  private note(thing: Thing, marks: Marks | undefined, entries: ReturnType<typeof entriesOf>): void {
    if (marks?.of !== "paths" && marks?.of !== "texts") return;
    const { layer } = this.facts.page[marks.of];
    const layers = new Set<string>();
    for (const row of marks.rows) {
      const known = this.of[marks.of].get(row) ?? thing;
      if (known !== thing) continue;
      this.of[marks.of].set(row, thing);
      const name = entries[layer[row] ?? -1]?.name;
      if (name !== undefined) layers.add(name);
    }
    for (const name of layers) addTo(this.standing, `${marks.of} ${thing.words}`, name);
  }

  /** The registered layer that nearly all of a sort of thing stand on, on this page. */
  private homeOf(thing: Thing, sort: "paths" | "texts"): string | undefined {
    const names = this.standing.get(`${sort} ${thing.words}`) ?? [];
    const [most] = [...groupedBy(names, (name) => name).values()].sort((a, b) => b.length - a.length);
    return most && most.length >= HOME.least && most.length >= HOME.share * names.length ? most[0] : undefined;
  }

  private layerOfRole(role: LayerRole | undefined): string | undefined {
    return role && this.facts.file.standard.standard.layers.find((layer) => layer.role === role)?.name;
  }
}

/** What is made out to tell where marks belong. */
export const READ_FOR_THINGS: readonly PageRecogniser<unknown>[] = [...new Set(THINGS.map(({ of }) => of))];
