import { parseScale, type Scale } from "../quantity";
import type { KindEntry, LayerEntry, LineTypeEntry, OfficeStandard, PenEntry, TextStyleEntry } from "./model";

/** A scale that the standard lists, as it is written and as it is. */
export interface ListedScale {
  readonly written: string;
  readonly scale: Scale;
}

/** A standard made ready for asking: entries by name, pens and heights in order. Built once an inspection. */
export class StandardLookup {
  private readonly layersByName: ReadonlyMap<string, LayerEntry>;
  private readonly pensById: ReadonlyMap<string, PenEntry>;
  private readonly typesById: ReadonlyMap<string, LineTypeEntry>;
  private readonly defaults: ReadonlySet<string>;
  /** Pens by rising width. */
  readonly pens: readonly PenEntry[];
  /** Text styles by rising height. */
  readonly textStyles: readonly TextStyleEntry[];

  /** Scales that drawings may be at: those of the drawing kind where one is given, else all that are listed. */
  readonly scales: readonly string[];
  /** All listed scales, read; what can't be read is left out. */
  readonly listed: readonly ListedScale[];
  private readonly pensInKind: ReadonlyMap<string, string>;
  /** The drawing kind that is judged by, where one is named. */
  readonly kind: KindEntry | undefined;

  /** `kindId` names a drawing kind of the standard whose pens and scales go before the general ones. */
  constructor(
    readonly standard: OfficeStandard,
    kindId?: string,
  ) {
    const kind = standard.kinds.find((each) => each.id === kindId);
    this.kind = kind;
    const schedule = standard.penSchedules.find((each) => each.id === kind?.penSchedule);
    this.pensInKind = new Map(schedule?.changes.map((change) => [change.layer, change.pen]));
    this.scales = kind && kind.scales.length > 0 ? kind.scales : standard.scales.map((each) => each.scale);
    this.listed = standard.scales.flatMap(({ scale: written }) => {
      const scale = parseScale(written);
      return scale.ok ? [{ written, scale: scale.value }] : [];
    });
    this.layersByName = new Map(standard.layers.map((layer) => [layer.name, layer]));
    this.pensById = new Map(standard.pens.map((pen) => [pen.id, pen]));
    this.typesById = new Map(standard.lineTypes.map((type) => [type.id, type]));
    this.defaults = new Set(standard.naming.defaultLayers.map((name) => name.toLowerCase()));
    this.pens = [...standard.pens].sort((a, b) => a.widthMm - b.widthMm);
    this.textStyles = [...standard.textStyles].sort((a, b) => a.heightMm - b.heightMm);
  }

  layer(name: string): LayerEntry | undefined {
    return this.layersByName.get(name);
  }

  isDefaultLayer(name: string): boolean {
    return this.defaults.has(name.trim().toLowerCase());
  }

  penOf(layer: LayerEntry | undefined): PenEntry | undefined {
    const pen = layer && (this.pensInKind.get(layer.name) ?? layer.pen);
    return pen === undefined ? undefined : this.pensById.get(pen);
  }

  pen(id: string): PenEntry | undefined {
    return this.pensById.get(id);
  }

  lineType(id: string): LineTypeEntry | undefined {
    return this.typesById.get(id);
  }

  /** The pen whose width is nearest in ratio; undefined only where the standard has no pens. */
  nearestPen(widthMm: number): PenEntry | undefined {
    return nearest(this.pens, (pen) => Math.abs(Math.log(pen.widthMm / Math.max(widthMm, 1e-6))));
  }

  nearestTextStyle(heightMm: number): TextStyleEntry | undefined {
    return nearest(this.textStyles, (style) => Math.abs(Math.log(style.heightMm / Math.max(heightMm, 1e-6))));
  }

  /** Height of the style nearest to a usual height; the usual one where the standard has no styles. Millimetres. */
  letteringHeight(usualMm: number): number {
    return this.nearestTextStyle(usualMm)?.heightMm ?? usualMm;
  }
}

function nearest<T>(entries: readonly T[], distance: (entry: T) => number): T | undefined {
  let best: T | undefined;
  let least = Infinity;
  for (const entry of entries) {
    const far = distance(entry);
    if (far < least) [best, least] = [entry, far];
  }
  return best;
}
