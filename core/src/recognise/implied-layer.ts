import { markBox } from "../drawing";
import type { LayerEntry } from "../standard/plain";
import { DIMENSIONS } from "./dimensions/dimensions";
import { HATCHES, SURE_HATCH } from "./hatches/hatches";
import { entriesOf, NAMED_LAYERS } from "./layer-names";
import type { PageFacts } from "./recogniser";
import { JUDGED_LINE_TYPES } from "./judged-line-types";
import { Things, type PartOf } from "./things";

/** The layer that marks seem to belong on, with the reason in words. */
export interface ImpliedLayer {
  readonly name: string;
  readonly because: string;
  /** Told by what a mark is or how it plots; what it touches is a hint, and no more. */
  readonly sure: boolean;
}

/** Widths that differ by less plot alike. Millimetres. */
const SAME_WIDTH_MM = 0.02;
/** What is nearer than this touches. Millimetres. */
const TOUCHING_MM = 0.3;
const MOST_NEIGHBOURS = 60;

/** Tells where single marks of a page belong, by what they are, how they plot and what they touch. */
export class ImpliedLayers {
  private readonly ofRole: (role: LayerEntry["role"]) => string | undefined;
  private readonly hatched: ReadonlySet<number>;
  private readonly dimensioned: ReadonlySet<number>;
  private readonly figures: ReadonlySet<number>;
  /** Line type of the rows of the page's paths, where it is one of the standard's. */
  private readonly types = new Map<number, string | undefined>();

  private readonly things: Things;

  constructor(private readonly facts: PageFacts) {
    const { layers } = facts.file.standard.standard;
    this.things = new Things(facts);
    this.ofRole = (role) => layers.find((layer) => layer.role === role)?.name;
    const hatches = facts.of(HATCHES).filter(({ confidence }) => confidence >= SURE_HATCH);
    this.hatched = new Set(hatches.flatMap(({ value }) => [...value.rows]));
    const dimensions = facts.of(DIMENSIONS).map(({ value }) => value);
    this.dimensioned = new Set(dimensions.flatMap(({ rows }) => rows));
    this.figures = new Set(dimensions.flatMap(({ figure }) => figure.rows));
    for (const { value } of facts.of(JUDGED_LINE_TYPES)) {
      for (const row of value.look.rows) this.types.set(row, (value.found ?? value.wanted)?.id);
    }
  }

  ofText(row: number): ImpliedLayer | undefined {
    const isFigure = this.figures.has(row);
    const thing = isFigure ? undefined : this.things.at("texts", row);
    if (thing?.layer !== undefined || thing?.isApart) return impliedBy(thing);
    const name = this.ofRole(isFigure ? "dimensions" : "lettering");
    return name === undefined
      ? undefined
      : { name, because: isFigure ? "it is the figure of a dimension" : "it is lettering", sure: true };
  }

  ofPath(row: number): ImpliedLayer | undefined {
    const asKind = this.hatched.has(row) ? "hatches" : this.dimensioned.has(row) ? "dimensions" : undefined;
    const name = asKind && this.ofRole(asKind);
    if (name !== undefined)
      return {
        name,
        because: asKind === "hatches" ? "it is part of a hatch" : "it is part of a dimension",
        sure: true,
      };
    const asThing = impliedBy(this.things.at("paths", row));
    if (asThing) return asThing;
    const alike = this.plottingAlike(row);
    if (alike.length === 1 && alike[0])
      return { name: alike[0], because: "no other layer plots like this", sure: true };
    const beside = this.beside(row).find((each) => alike.includes(each));
    return beside === undefined
      ? undefined
      : { name: beside, because: "it touches marks there that plot alike", sure: false };
  }

  /** Registered layers whose pen and line type are those of a mark. */
  private plottingAlike(row: number): string[] {
    const { standard } = this.facts.file;
    const width = this.facts.page.paths.widthMm[row] ?? 0;
    const type = this.types.get(row);
    return standard.standard.layers
      .filter((layer) => {
        const pen = standard.penOf(layer);
        const isFor = layer.plots && layer.withdrawn !== true && layer.marks?.includes("lines") !== false;
        const typed = type === undefined || (layer.lineType ?? type) === type;
        return isFor && pen !== undefined && Math.abs(pen.widthMm - width) <= SAME_WIDTH_MM && typed;
      })
      .map(({ name }) => name);
  }

  /** Registered layers of what a mark touches, those of most marks first. */
  private beside(row: number): string[] {
    const { page, file } = this.facts;
    const entries = entriesOf(file.of(NAMED_LAYERS));
    const { x, y, width, height } = markBox(page, "paths", row);
    const around = {
      x: x - TOUCHING_MM,
      y: y - TOUCHING_MM,
      width: width + 2 * TOUCHING_MM,
      height: height + 2 * TOUCHING_MM,
    };
    const counts = new Map<string, number>();
    for (const other of this.facts.near("paths", around).slice(0, MOST_NEIGHBOURS)) {
      const name = entries[page.paths.layer[other] ?? -1]?.name;
      if (name !== undefined) counts.set(name, (counts.get(name) ?? 0) + 1);
    }
    return [...counts].sort((a, b) => b[1] - a[1]).map(([name]) => name);
  }
}

const impliedBy = (thing: PartOf | undefined): ImpliedLayer | undefined =>
  thing?.layer === undefined ? undefined : { name: thing.layer, because: `it is part of ${thing.words}`, sure: true };
