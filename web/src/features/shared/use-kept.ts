import { useCallback, useState } from "react";

const kept = new Map<string, unknown>();

/**
 * State that outlives its component, by a key: the router makes a page anew when what it shows is fetched again under
 * another address, and what somebody has begun to write must not go with the old one. `forget` lets it go.
 */
export function useKept<T>(key: string, initial: () => T): readonly [T, (change: (was: T) => T) => void, () => void] {
  const [value, setValue] = useState<T>(() => (kept.has(key) ? (kept.get(key) as T) : initial()));
  const set = useCallback(
    (change: (was: T) => T) =>
      setValue((was) => {
        const next = change(was);
        kept.set(key, next);
        return next;
      }),
    [key],
  );
  const forget = useCallback(() => void kept.delete(key), [key]);
  return [value, set, forget];
}
