import { useSyncExternalStore } from "react";
import { setAt, type Entry, type ListName } from "@hemstitch/core/standard/plain";

/** An entry that is being written: of an office's list, by its key; null for one that is new. */
export interface Place {
  readonly officeId: string;
  readonly list: ListName;
  readonly key: string | null;
}

/** What was changed of an entry: values by their paths, in the order in which they were set. */
export type Changes = Readonly<Record<string, unknown>>;

export interface Unstored extends Place {
  readonly changes: Changes;
}

const NONE: readonly Unstored[] = [];

/**
 * What has been typed into entries and not been stored. It is kept while the page is open, whatever is looked at
 * meanwhile, and gone when the page is; the browser asks before that.
 */
let kept: readonly Unstored[] = NONE;
const listeners = new Set<() => void>();

const listen = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

const isAt =
  (place: Place) =>
  ({ officeId, list, key }: Place): boolean =>
    officeId === place.officeId && list === place.list && key === place.key;

const askBeforeLeaving = (event: BeforeUnloadEvent): void => event.preventDefault();

/** Keeps what is changed of an entry; null where nothing is any more. */
export function keepUnstored(place: Place, changes: Changes | null): void {
  const others = kept.filter((each) => !isAt(place)(each));
  kept = changes ? [...others, { ...place, changes }] : others;
  if (kept.length > 0) window.addEventListener("beforeunload", askBeforeLeaving);
  else window.removeEventListener("beforeunload", askBeforeLeaving);
  for (const listener of listeners) listener();
}

export const unstoredAt = (place: Place): Changes | null => kept.find(isAt(place))?.changes ?? null;

/** What is changed of an entry and not stored. */
export const useUnstored = (place: Place): Changes | null =>
  useSyncExternalStore(
    listen,
    () => unstoredAt(place),
    () => null,
  );

/** All that is changed and not stored, of every office. */
export const useAllUnstored = (): readonly Unstored[] =>
  useSyncExternalStore(
    listen,
    () => kept,
    () => NONE,
  );

/** The changes with one more, which is the last. */
export function withChange(changes: Changes | null, path: string, value: unknown): Changes {
  const { [path]: _before, ...rest } = changes ?? {};
  return { ...rest, [path]: value };
}

/** The entry as it is with the changes, whatever else of it has changed meanwhile. */
export function withChanges(entry: Entry, changes: Changes): Entry {
  const next = structuredClone(entry) as Record<string, unknown>;
  for (const [path, value] of Object.entries(changes)) setAt(next, path, value);
  return next;
}
