import { pathBox, textBox, type BoxMm, type Drawing } from "../drawing";
import type { Marks, Report, RuleMeta } from "../rules";
import type { Severity } from "../standard";
import type { Finding } from "./finding";

interface Pending {
  readonly meta: RuleMeta;
  readonly severity: Severity;
  readonly report: Report;
  readonly marks: Marks[];
}

/** Gathers reports; those of one kind on one layer become one finding with all its places. */
export class Collector {
  private readonly pending = new Map<string, Pending>();

  constructor(private readonly drawing: Drawing) {}

  add(meta: RuleMeta, severity: Severity, report: Report): void {
    const { page, layer, measured, expected } = report;
    const name = layer === undefined ? "" : (this.drawing.layers[layer]?.name ?? " ");
    const key = JSON.stringify([
      meta.id,
      page,
      name,
      typeof measured === "number" ? measured.toFixed(2) : measured,
      expected,
      report.mend?.kind,
    ]);
    const known = this.pending.get(key);
    if (known && report.marks) known.marks.push(report.marks);
    else if (!known) this.pending.set(key, { meta, severity, report, marks: report.marks ? [report.marks] : [] });
  }

  findings(): Finding[] {
    return [...this.pending.values()].map((pending) => this.finish(pending));
  }

  private finish({ meta, severity, report, marks }: Pending): Finding {
    const { message, page, layer, marks: _marks, ...rest } = report;
    const count = Math.max(
      1,
      marks.reduce((sum, each) => sum + each.rows.length, 0),
    );
    const places = this.places(page, marks);
    return {
      rule: meta.id,
      severity,
      page,
      ...(layer === undefined
        ? {}
        : { layerId: layer, ...(layer < 0 ? {} : { layer: this.drawing.layers[layer]?.name ?? "" }) }),
      message: message(count),
      ...rest,
      count,
      marks,
      boxMm: this.box(page, places),
      placesMm: places,
    };
  }

  private places(pageIndex: number, marks: readonly Marks[]): Float32Array {
    const page = this.drawing.pages[pageIndex - 1];
    const places = new Float32Array(marks.reduce((sum, each) => sum + each.rows.length, 0) * 4);
    if (!page) return places;
    let at = 0;
    for (const { of, rows } of marks) {
      for (const row of rows) {
        const box = of === "paths" ? pathBox(page.paths, row) : textBox(page.texts, row);
        places[at++] = box.x;
        places[at++] = box.y;
        places[at++] = box.width;
        places[at++] = box.height;
      }
    }
    return places;
  }

  private box(pageIndex: number, places: Float32Array): BoxMm {
    const page = this.drawing.pages[Math.max(0, pageIndex - 1)];
    if (places.length === 0) return { x: 0, y: 0, width: page?.widthMm ?? 0, height: page?.heightMm ?? 0 };
    let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < places.length; i += 4) {
      const [x = 0, y = 0, width = 0, height = 0] = [places[i], places[i + 1], places[i + 2], places[i + 3]];
      minX = Math.min(minX, x);
      minY = Math.min(minY, y);
      maxX = Math.max(maxX, x + width);
      maxY = Math.max(maxY, y + height);
    }
    return { x: minX, y: minY, width: maxX - minX, height: maxY - minY };
  }
}
