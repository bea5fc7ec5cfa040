import { useCallback, useSyncExternalStore } from "react";

/** What browsers take a millimetre for where nobody has measured: 96 pixels an inch. */
export const USUAL_PER_MM = 96 / 25.4;
const KEY = "hemstitch-pixels-per-mm";

const listeners = new Set<() => void>();

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

function kept(): number {
  try {
    const value = Number(window.localStorage.getItem(KEY));
    return value > 1 && value < 30 ? value : USUAL_PER_MM;
  } catch {
    // Storage may be closed to this page; the usual is right for most screens.
    return USUAL_PER_MM;
  }
}

/** Pixels of one millimetre on this screen, as measured once and kept in this browser. */
export function useScreenScale(): readonly [number, (perMm: number) => void] {
  const perMm = useSyncExternalStore(subscribe, kept, () => USUAL_PER_MM);
  const set = useCallback((value: number) => {
    try {
      window.localStorage.setItem(KEY, String(value));
    } catch {
      // It then holds until the page is left, which is all that can be done.
    }
    for (const listener of listeners) listener();
  }, []);
  return [perMm, set];
}
