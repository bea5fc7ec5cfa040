import { useCallback, useEffect, useState, type RefObject } from "react";

/** Drawn beyond what is seen, so that scrolling shows no gaps. */
const SPARE_ROWS = 10;

/** Taken until it is measured. */
const USUAL_PX = 600;

export interface RowsInSight {
  /** Rows to draw: from the first up to, without, the last. */
  readonly first: number;
  readonly last: number;
  /** Scrolls as little as brings a row into sight. */
  readonly bring: (row: number) => void;
}

/** Of thousands of rows, all of one height under a head that stays, those that are seen in what scrolls. */
export function useRowsInSight(
  scroller: RefObject<HTMLElement | null>,
  count: number,
  { rowPx, headPx }: { readonly rowPx: number; readonly headPx: number },
): RowsInSight {
  const [top, setTop] = useState(0);
  const [fitting, setFitting] = useState(Math.ceil(USUAL_PX / rowPx));
  const see = useCallback(
    (element: HTMLElement) => {
      setTop(Math.floor(element.scrollTop / rowPx));
      setFitting(Math.ceil(element.clientHeight / rowPx));
    },
    [rowPx],
  );
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const look = (): void => see(element);
    const observer = new ResizeObserver(look);
    observer.observe(element);
    element.addEventListener("scroll", look, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener("scroll", look);
    };
  }, [scroller, see]);
  const bring = useCallback(
    (row: number) => {
      const element = scroller.current;
      if (!element) return;
      const y = row * rowPx;
      const bottom = y + rowPx + headPx - element.clientHeight;
      if (y < element.scrollTop) element.scrollTop = y;
      else if (bottom > element.scrollTop) element.scrollTop = bottom;
      // Not left to the event, which comes after the rows have been drawn once more where they were.
      see(element);
    },
    [scroller, rowPx, headPx, see],
  );
  return { ...rowsAround(top, fitting, count), bring };
}

/** The rows from one on, with spare ones on both sides; nothing beyond the last. */
export function rowsAround(top: number, fitting: number, count: number): { first: number; last: number } {
  // Where rows have become fewer, the browser scrolls back; until then there are still some to draw.
  const from = Math.max(0, Math.min(top, count - fitting));
  return { first: Math.max(0, from - SPARE_ROWS), last: Math.min(count, from + fitting + 1 + SPARE_ROWS) };
}
