import { useEffect, useRef, useState } from "react";
import type { DraftAnswer } from "@/app/api/standard/draft/route";
import { getJson } from "../shared/api";
import { useDraft } from "./draft";

/** A pause in the edits after which the changes are counted anew. */
const PAUSE_MS = 500;

/** How many changes the draft has from the edition in force; follows the edits. `initial` belongs to the page's version. */
export function useChangeCount(initial: number): number {
  const { version } = useDraft();
  const counted = useRef(version);
  const [count, setCount] = useState(initial);
  useEffect(() => {
    if (counted.current === version) return;
    const timer = setTimeout(() => {
      getJson<DraftAnswer>("/api/standard/draft").then(
        ({ version: at, changes }) => {
          counted.current = at;
          setCount(changes);
        },
        // The number is a courtesy; what went wrong is told where something is stored.
        () => undefined,
      );
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [version]);
  return count;
}
