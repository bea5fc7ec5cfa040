import { useSyncExternalStore } from "react";

/** Who has waited so long wants to know what for. Milliseconds. */
const LONG_MS = 1500;

let long = 0;
const listeners = new Set<() => void>();

function count(change: number): void {
  long += change;
  for (const listener of listeners) listener();
}

/** Counts a request from when it has lasted long until it is answered. */
export async function whileAsked<T>(asked: Promise<T>): Promise<T> {
  let counted = false;
  const timer = setTimeout(() => {
    counted = true;
    count(1);
  }, LONG_MS);
  try {
    return await asked;
  } finally {
    clearTimeout(timer);
    if (counted) count(-1);
  }
}

export const isLongAsked = (): boolean => long > 0;

/** Whether the page has been waiting for an answer for long. */
export const useLongAsked = (): boolean =>
  useSyncExternalStore(
    (changed) => {
      listeners.add(changed);
      return () => listeners.delete(changed);
    },
    isLongAsked,
    () => false,
  );
