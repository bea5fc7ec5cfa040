import { useCallback, useEffect, useMemo, useState } from "react";
import type { Drawing } from "@hemstitch/core/drawing";
import type { Recognised } from "@hemstitch/core/recognise";
import type { OverlayKind } from "../../sheet-view/overlays";
import type { Told } from "./recognise.worker";

export const KINDS: readonly OverlayKind[] = ["drawings", "dimensions", "hatches", "lettering"];

export interface RecognisedView {
  /** What was made out on the page; nothing while it is being made out. */
  readonly page: Recognised | null;
  readonly problem: string | null;
  readonly shown: ReadonlySet<OverlayKind>;
  toggle(kind: OverlayKind): void;
}

const ALL: ReadonlySet<OverlayKind> = new Set(KINDS.filter((kind) => kind !== "lettering"));

/** Makes out what is on a drawing, once somebody wants to see it. */
export function useRecognised(drawing: Drawing | null, page: number, wanted: boolean): RecognisedView {
  const [found, setFound] = useState<{ drawing: Drawing; told: Told } | null>(null);
  const [shown, setShown] = useState(ALL);
  const known = found !== null && found.drawing === drawing;
  useEffect(() => {
    if (!wanted || !drawing || known) return;
    const worker = new Worker(new URL("./recognise.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<Told>) => setFound({ drawing, told: data });
    worker.onerror = () => setFound({ drawing, told: { problem: "It could not be made out in this browser." } });
    worker.postMessage(drawing);
    return () => worker.terminate();
  }, [wanted, drawing, known]);
  const toggle = useCallback((kind: OverlayKind) => {
    setShown((was) => {
      const now = new Set(was);
      if (!now.delete(kind)) now.add(kind);
      return now;
    });
  }, []);
  return useMemo(() => {
    const told = known ? found.told : null;
    return {
      page: told && "pages" in told ? (told.pages[page - 1] ?? null) : null,
      problem: told && "problem" in told ? told.problem : null,
      shown,
      toggle,
    };
  }, [known, found, page, shown, toggle]);
}
