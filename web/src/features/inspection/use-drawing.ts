import { useEffect, useState } from "react";
import { unpackDrawing, type Drawing } from "@hemstitch/core/drawing";
import { getBytes, wordsOf } from "../shared/api";

/** Fetches a kept drawing; `null` while it is on its way. */
export function useDrawing(path: string | null): { drawing: Drawing | null; problem: string | null } {
  const [state, setState] = useState<{ path: string | null; drawing: Drawing | null; problem: string | null }>({ path: null, drawing: null, problem: null });
  useEffect(() => {
    if (path === null) return;
    let wanted = true;
    getBytes(path)
      .then(({ bytes }) => wanted && setState({ path, drawing: unpackDrawing(bytes), problem: null }))
      .catch((error: unknown) => wanted && setState({ path, drawing: null, problem: wordsOf(error) }));
    return () => {
      wanted = false;
    };
  }, [path]);
  return state.path === path ? state : { drawing: null, problem: null };
}
