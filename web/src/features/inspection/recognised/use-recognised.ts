import { useCallback, useEffect, useMemo, useState } from "react";
import type { Drawing } from "@hemstitch/core/drawing";
import type { Recognised } from "@hemstitch/core/recognise";
import type { OfficeStandard } from "@hemstitch/core/standard/plain";
import { getJson, wordsOf } from "../../shared/api";
import type { OverlayKind } from "../../sheet-view/overlays";
import { SheetQuestions } from "./sheet-questions";

export const KINDS: readonly OverlayKind[] = [
  "drawings",
  "dimensions",
  "hatches",
  "leaders",
  "guides",
  "titles",
  "signs",
  "walls",
  "rooms",
  "grids",
  "lettering",
];

export interface RecognisedView {
  /** What was made out on the page; nothing while it is being made out. */
  readonly page: Recognised | null;
  readonly problem: string | null;
  readonly shown: ReadonlySet<OverlayKind>;
  toggle(kind: OverlayKind): void;
}

const ALL: ReadonlySet<OverlayKind> = new Set(KINDS.filter((kind) => kind !== "lettering"));

/** Questions about a drawing that is judged by what a file of an inspection is; nobody is asked before there is one. */
export function useQuestions(drawing: Drawing | null, fileId: string): SheetQuestions | null {
  const questions = useMemo(() => {
    // Who may not see the standard is told what can be told without it.
    const standard = () => getJson<OfficeStandard>(`/api/inspected/${fileId}/standard`).catch(() => null);
    return drawing ? new SheetQuestions(drawing, standard) : null;
  }, [drawing, fileId]);
  useEffect(() => () => questions?.close(), [questions]);
  return questions;
}

/** What is on a drawing, once somebody wants to see it. */
export function useRecognised(questions: SheetQuestions | null, page: number, wanted: boolean): RecognisedView {
  const [found, setFound] = useState<{
    of: SheetQuestions;
    pages: readonly Recognised[] | null;
    problem: string | null;
  } | null>(null);
  const [shown, setShown] = useState(ALL);
  const known = found !== null && found.of === questions ? found : null;
  useEffect(() => {
    if (!wanted || !questions || known) return;
    let isWanted = true;
    questions
      .recognised()
      .then((pages) => isWanted && setFound({ of: questions, pages, problem: null }))
      .catch((error: unknown) => isWanted && setFound({ of: questions, pages: null, problem: wordsOf(error) }));
    return () => {
      isWanted = false;
    };
  }, [wanted, questions, known]);
  const toggle = useCallback((kind: OverlayKind) => {
    setShown((was) => {
      const now = new Set(was);
      if (!now.delete(kind)) now.add(kind);
      return now;
    });
  }, []);
  return useMemo(
    () => ({ page: known?.pages?.[page - 1] ?? null, problem: known?.problem ?? null, shown, toggle }),
    [known, page, shown, toggle],
  );
}
