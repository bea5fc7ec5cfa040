import { useCallback, useMemo, useState } from "react";
import type { Drawing } from "@hemstitch/core/drawing";

/** A layer as the reader sees it. */
export interface LayerRow {
  readonly index: number;
  readonly name: string;
  readonly shown: boolean;
  /** Comes to the paper when the file is printed. */
  readonly printed: boolean;
  /** How many marks it has on this page. */
  readonly marks: number;
}

export interface Layers {
  readonly rows: readonly LayerRow[];
  readonly shown: readonly boolean[];
  /** The one that is looked at alone. */
  readonly only: string | null;
  /** Whether other layers show than those that are printed. */
  readonly changed: boolean;
  toggle(name: string): void;
  showOnly(name: string | null): void;
  /** Looks at the next layer of the page alone, or the one before. */
  step(by: 1 | -1): void;
  reset(): void;
}

const NONE: ReadonlyMap<string, boolean> = new Map();

/** Which layers the reader has switched on and off. By their names, so that they stay so in the mended file. */
export function useLayers(drawing: Drawing | null, page: number): Layers {
  const [switched, setSwitched] = useState(NONE);
  const [only, setOnly] = useState<string | null>(null);
  const rows = useMemo((): LayerRow[] => {
    if (!drawing) return [];
    const marks = marksOf(drawing, page);
    const alone = only !== null && drawing.layers.some(({ name }) => name === only);
    return drawing.layers.map(({ name, visible }, index) => ({
      index,
      name,
      shown: alone ? name === only : (switched.get(name) ?? visible),
      printed: visible,
      marks: marks[index] ?? 0,
    }));
  }, [drawing, page, switched, only]);
  const shown = useMemo(() => rows.map((row) => row.shown), [rows]);
  const toggle = useCallback(
    (name: string) => {
      setOnly(null);
      const now = rows.filter((row) => row.name === name).some((row) => row.shown);
      // Someone who looked at one alone and switches another on goes on from what is seen.
      setSwitched((was) => new Map(only === null ? was : rows.map((row) => [row.name, row.shown])).set(name, !now));
    },
    [rows, only],
  );
  const reset = useCallback(() => {
    setOnly(null);
    setSwitched(NONE);
  }, []);
  const step = useCallback(
    (by: 1 | -1) => {
      const names = [...new Set(rows.filter((row) => row.marks > 0).map((row) => row.name))];
      const at = only === null ? (by > 0 ? -1 : 0) : names.indexOf(only);
      setOnly(names[(at + by + names.length) % names.length] ?? null);
    },
    [rows, only],
  );
  return { rows, shown, only, changed: only !== null || switched.size > 0, toggle, showOnly: setOnly, step, reset };
}

function marksOf(drawing: Drawing, page: number): Uint32Array {
  const counts = new Uint32Array(drawing.layers.length);
  const found = drawing.pages[page - 1];
  if (!found) return counts;
  const count = (layer: number): void => {
    if (layer >= 0) counts[layer] = (counts[layer] ?? 0) + 1;
  };
  for (let row = 0; row < found.paths.count; row++) count(found.paths.layer[row] ?? -1);
  for (let row = 0; row < found.texts.count; row++) count(found.texts.layer[row] ?? -1);
  for (const image of found.images) count(image.layer);
  return counts;
}
