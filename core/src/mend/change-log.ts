import {
  changesOf,
  isLayerChange,
  sortOf,
  type Change,
  type Drawing,
  type MarkChange,
  type MarkChangeKind,
  type MarkSort,
  type TextAddition,
} from "../drawing";
import { settingOf, type Setting, type SettingKind } from "./expected";
import { pathsAfter } from "./rows-after";

/** Asks whether a row of a page was meant to be changed in one way. */
export type Meant = (kind: MarkChangeKind, row: number) => boolean;

/** A point on paper, millimetres. */
type Point = readonly [number, number];

/** What each mark of one kind on a page was to become, by its row in the original. */
interface OnPage {
  readonly changed: Map<MarkChangeKind, Set<number>>;
  /** Names of the layers that marks were moved to. */
  readonly movedTo: Map<number, string>;
  /** What was set on marks; what was set last counts. */
  readonly settings: Map<SettingKind, Map<number, Setting>>;
}

/** What was to become of the lettering of a page. */
interface Lettering {
  /** How far strings were to move along their baselines. Millimetres. */
  readonly shiftMm: Map<number, number>;
  /** What they were to read, and which point of the baseline was to stay. */
  readonly rewritten: Map<number, { readonly string: string; readonly about: number }>;
  /** Where they were turned about. */
  readonly turnedAbout: Map<number, Point>;
}

/** Words that came in. */
export interface AddedText {
  readonly string: string;
  /** Row of the original's texts that they are like. */
  readonly like: number;
  readonly heightMm: number;
  readonly startMm: Point;
}

/** A line that took the place of others: the look of one of them, and its ends, x and y, millimetres. */
interface AddedLine {
  /** Row of the original's paths. */
  readonly template: number;
  readonly ends: readonly [number, number, number, number];
}

/** All that has been changed since the original, over several passes, told by the rows of the original. */
export class ChangeLog {
  private readonly pages = new Map<string, OnPage>();
  private readonly lettering = new Map<number, Lettering>();
  private readonly names = new Map<number, string>();
  private readonly off = new Set<number>();
  /** Rows of paths that are left, by page, where some were removed; lines that came in their place are counted on from the original's. */
  private readonly left = new Map<number, Uint32Array>();
  /** Lines that came in place of others, by page. */
  private readonly added = new Map<number, AddedLine[]>();
  /** Words that came in, by page, in the order in which they stand behind all others. */
  private readonly written = new Map<number, AddedText[]>();

  constructor(private readonly original: Drawing) {}

  /** Notes the changes of one pass over `drawing`, whose layers and paths may already be fewer than the original's. */
  note(drawing: Drawing, changes: readonly Change[]): void {
    for (const change of changes) {
      if (!isLayerChange(change)) this.noteMarks(change);
      else if (change.kind === "rename") this.noteName(drawing.layers[change.layer]?.name, change.to);
      else for (const id of this.layersNow(drawing.layers[change.layer]?.name)) this.off.add(id);
    }
    // Rows are told as they stood before the pass, so what was removed is taken out of the count at its end.
    const pages = [...changesOf(changes, "remove"), ...changesOf(changes, "re-space")].map(({ page }) => page);
    for (const page of new Set(pages)) this.countAnew(drawing, changes, page);
  }

  private noteName(was: string | undefined, to: string): void {
    for (const id of this.layersNow(was)) this.names.set(id, to);
    for (const { movedTo } of this.pages.values())
      for (const [row, name] of movedTo) if (name === was) movedTo.set(row, to);
  }

  /** Layers of the original that bear a name now. */
  private layersNow(name: string | undefined): number[] {
    return this.original.layers.flatMap((each, id) => ((this.names.get(id) ?? each.name) === name ? [id] : []));
  }

  private noteMarks(change: MarkChange): void {
    const { page } = change;
    if (change.kind === "write-text") {
      this.noteWritten(change);
      return;
    }
    const sort = sortOf(change);
    const rows = Array.from(change.rows, (row) => (sort === "paths" ? (this.left.get(page)?.[row] ?? row) : row));
    const noted = this.on(page, sort);
    const known = noted.changed.get(change.kind) ?? new Set();
    noted.changed.set(change.kind, known);
    rows.forEach((row) => known.add(row));
    const setting = settingOf(change);
    if (setting) {
      const set = noted.settings.get(setting.kind) ?? new Map<number, Setting>();
      noted.settings.set(setting.kind, set);
      rows.forEach((row) => set.set(row, setting));
    }
    if (change.kind === "move") rows.forEach((row) => noted.movedTo.set(row, change.to));
    else if (sort === "texts") this.noteLettering(change, rows);
  }

  private noteWritten({ page, strings, like, heightMm, startMm }: TextAddition): void {
    this.on(page, "texts");
    const known = this.written.get(page) ?? [];
    this.written.set(page, known);
    const first = this.original.pages[page - 1]?.texts.count ?? 0;
    strings.forEach((string, i) => {
      // What came in earlier is like a string of the original in its turn.
      const model = like[i] ?? 0;
      const own = model < first ? model : (known[model - first]?.like ?? model);
      known.push({ string, like: own, heightMm, startMm: [startMm[i * 2] ?? 0, startMm[i * 2 + 1] ?? 0] });
    });
  }

  /** Words that came in on a page: they stand behind all others, in this order. */
  writtenOn(page: number): readonly AddedText[] {
    return this.written.get(page) ?? [];
  }

  private noteLettering(change: MarkChange, rows: readonly number[]): void {
    const known = this.letteringOf(change.page);
    rows.forEach((row, i) => {
      if (change.kind === "set-height")
        known.shiftMm.set(row, (known.shiftMm.get(row) ?? 0) + (change.shiftMm?.[i] ?? 0));
      else if (change.kind === "set-text")
        known.rewritten.set(row, { string: change.strings[i] ?? "", about: change.about });
      else if (change.kind === "turn")
        known.turnedAbout.set(row, [change.aboutMm[i * 2] ?? 0, change.aboutMm[i * 2 + 1] ?? 0]);
    });
  }

  private countAnew(drawing: Drawing, changes: readonly Change[], page: number): void {
    const after = pathsAfter(drawing.pages[page - 1]?.paths.count ?? 0, changes, page);
    if (!after) return;
    const known = this.left.get(page);
    const added = this.added.get(page) ?? [];
    this.added.set(page, added);
    const first = this.original.pages[page - 1]?.paths.count ?? 0;
    const looks = this.on(page, "paths").changed;
    const ids = after.map((each) => {
      if ("was" in each) return known?.[each.was] ?? each.was;
      const template = this.rowOf(page, known?.[each.template] ?? each.template);
      const id = first + added.push({ template, ends: each.ends }) - 1;
      looks.get("re-space")?.add(id);
      return id;
    });
    this.left.set(page, Uint32Array.from(ids));
  }

  /** The row of the original that a mark stands for: itself, or the first of those that a line took the place of. */
  rowOf(page: number, id: number): number {
    return this.addedLine(page, id)?.template ?? id;
  }

  /** The line that took the place of others, by its number; undefined for a mark of the original. */
  addedLine(page: number, id: number): AddedLine | undefined {
    return this.added.get(page)?.[id - (this.original.pages[page - 1]?.paths.count ?? 0)];
  }

  private on(page: number, sort: MarkSort): OnPage {
    const key = `${page} ${sort}`;
    const known = this.pages.get(key) ?? { changed: new Map(), movedTo: new Map(), settings: new Map() };
    this.pages.set(key, known);
    return known;
  }

  /** What was to become of the lettering of a page. */
  letteringOf(page: number): Lettering {
    const known = this.lettering.get(page) ?? { shiftMm: new Map(), rewritten: new Map(), turnedAbout: new Map() };
    this.lettering.set(page, known);
    return known;
  }

  meantOn(page: number, sort: MarkSort): Meant {
    const changed = this.pages.get(`${page} ${sort}`)?.changed;
    return (kind, row) => changed?.get(kind)?.has(row) ?? false;
  }

  /** What was to be set on a mark in one way; undefined where nothing was. */
  settingOn<K extends SettingKind>(
    page: number,
    sort: MarkSort,
    kind: K,
    row: number,
  ): Extract<Setting, { kind: K }> | undefined {
    const found = this.pages.get(`${page} ${sort}`)?.settings.get(kind)?.get(row);
    return found as Extract<Setting, { kind: K }> | undefined;
  }

  /** Rows of the original's paths that are left, in their order, and numbers of lines that came in; undefined where all are. */
  pathsLeft(page: number): Uint32Array | undefined {
    return this.left.get(page);
  }

  /** Pages of which anything was changed, in order: all, where a layer was. */
  pagesChanged(): number[] {
    if (this.names.size > 0 || this.off.size > 0) return this.original.pages.map(({ index }) => index);
    return [...new Set([...this.pages.keys()].map((key) => Number.parseInt(key, 10)))].sort((a, b) => a - b);
  }

  /** Rows of the original whose look was to change. A mark that only goes to another layer looks as it did. */
  looksChanged(page: number, sort: MarkSort): ReadonlySet<number> {
    const found = new Set<number>();
    for (const [kind, rows] of this.pages.get(`${page} ${sort}`)?.changed ?? [])
      if (kind !== "move") rows.forEach((row) => found.add(row));
    const own = this.original.pages[page - 1]?.[sort];
    if (own && this.off.size > 0) own.layer.forEach((layer, row) => this.off.has(layer) && found.add(row));
    return found;
  }

  /** Whether a layer of the original was to be switched off. */
  isOff(layer: number): boolean {
    return this.off.has(layer);
  }

  /** The name that a layer of the original should bear now. */
  nameNow(layer: number): string | undefined {
    return this.names.get(layer) ?? this.original.layers[layer]?.name;
  }

  /** The name of the layer that a mark was to go to; undefined for one that was to stay. */
  movedTo(page: number, sort: MarkSort, row: number): string | undefined {
    return this.pages.get(`${page} ${sort}`)?.movedTo.get(row);
  }

  /** The name of the layer that a mark of the original should be on now; undefined for none. */
  layerNow(page: number, sort: MarkSort, row: number): string | undefined {
    const moved = this.movedTo(page, sort, row);
    const own = sort === "paths" ? this.rowOf(page, row) : row;
    return moved ?? this.nameNow(this.original.pages[page - 1]?.[sort].layer[own] ?? -1);
  }
}
