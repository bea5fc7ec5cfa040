import { useCallback, useEffect, useState } from "react";

const PREFIX = "begun ";

function kept<T>(key: string): T | undefined {
  try {
    const text = window.sessionStorage.getItem(PREFIX + key);
    return text === null ? undefined : (JSON.parse(text) as T);
  } catch {
    return undefined;
  }
}

/** A browser that keeps nothing, or has no room left, is no reason to stop who writes. */
function keep(key: string, value: unknown): void {
  try {
    window.sessionStorage.setItem(PREFIX + key, JSON.stringify(value));
  } catch {
    // It goes with the page.
  }
}

function forget(key: string): void {
  try {
    window.sessionStorage.removeItem(key);
  } catch {
    // Nothing was kept.
  }
}

/**
 * State that outlives its component and the page, by a key, for as long as the browser's tab is open: what somebody has
 * begun to write must go neither when the router makes a page anew nor when the page is loaded again. The value is
 * plain data. `forget` lets it go.
 */
export function useKept<T>(key: string, initial: () => T): readonly [T, (change: (was: T) => T) => void, () => void] {
  const [value, setValue] = useState<T>(initial);
  // After the first picture, which is the server's and knows of nothing kept.
  useEffect(() => {
    const before = kept<T>(key);
    if (before !== undefined) setValue(before);
  }, [key]);
  const set = useCallback(
    (change: (was: T) => T) =>
      setValue((was) => {
        const next = change(was);
        keep(key, next);
        return next;
      }),
    [key],
  );
  const letGo = useCallback(() => forget(PREFIX + key), [key]);
  return [value, set, letGo];
}

/** Lets all go that was begun, as somebody signs out. */
export function forgetKept(): void {
  try {
    for (const key of Object.keys(window.sessionStorage)) if (key.startsWith(PREFIX)) forget(key);
  } catch {
    // Nothing was kept.
  }
}
