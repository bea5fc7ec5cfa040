import { useEffect, useState } from "react";
import type { Drawing } from "@hemstitch/core/drawing";
import { wordsOf } from "../shared/api";
import { fetchDrawing } from "../shared/packed";

/** Fetches a kept drawing; `null` while it is on its way. */
export function useDrawing(path: string | null): { drawing: Drawing | null; problem: string | null } {
  const [state, setState] = useState<{ path: string | null; drawing: Drawing | null; problem: string | null }>({
    path: null,
    drawing: null,
    problem: null,
  });
  useEffect(() => {
    if (path === null) return;
    let wanted = true;
    fetchDrawing(path)
      .then((drawing) => wanted && setState({ path, drawing, problem: null }))
      .catch((error: unknown) => wanted && setState({ path, drawing: null, problem: wordsOf(error) }));
    return () => {
      wanted = false;
    };
  }, [path]);
  return state.path === path ? state : { drawing: null, problem: null };
}
