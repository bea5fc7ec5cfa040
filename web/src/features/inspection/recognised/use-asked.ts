import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { AskedMark } from "@hemstitch/core/recognise";
import { wordsOf } from "../../shared/api";
import type { Picked } from "../../sheet-view/pick";
import type { SheetQuestions } from "./sheet-questions";

/** A mark that was pointed at, and what is said of it once that is known. */
export interface AskedView {
  readonly picked: Picked;
  readonly mark: AskedMark | null;
  readonly problem: string | null;
}

interface Asking {
  readonly asked: AskedView | null;
  ask(picked: Picked | null): void;
}

/** Asks about marks that somebody points at; the last one counts. */
export function useAsked(questions: SheetQuestions | null, page: number): Asking {
  const [asked, setAsked] = useState<AskedView | null>(null);
  const turn = useRef(0);
  useEffect(() => {
    turn.current++;
    setAsked(null);
  }, [questions, page]);
  const ask = useCallback(
    (picked: Picked | null) => {
      const own = ++turn.current;
      if (!picked || !questions) return setAsked(null);
      setAsked({ picked, mark: null, problem: null });
      questions
        .mark(page, picked.of, picked.row)
        .then((mark) => own === turn.current && setAsked({ picked, mark, problem: null }))
        .catch((error: unknown) => own === turn.current && setAsked({ picked, mark: null, problem: wordsOf(error) }));
    },
    [questions, page],
  );
  return useMemo(() => ({ asked, ask }), [asked, ask]);
}
