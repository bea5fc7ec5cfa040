import { usePathname, useSearchParams } from "next/navigation";
import { useCallback, useState } from "react";

/** A query that the page has written, while the router still tells an earlier one. */
interface Ahead {
  readonly query: string;
  /** Queries that the router may still tell. */
  readonly over: readonly string[];
}

/**
 * The query of the address as the page shows it: what the page itself wrote last, at once, and what a link from
 * elsewhere changed it to. Nothing is asked of the server when the page writes it.
 */
export function useAddressQuery(): readonly [query: string, write: (next: string) => void] {
  const path = usePathname();
  const told = useSearchParams().toString();
  const [ahead, setAhead] = useState<Ahead | null>(null);
  const waiting = ahead !== null && ahead.query !== told && ahead.over.includes(told);
  if (ahead && !waiting) setAhead(null);
  const write = useCallback(
    (next: string) => {
      setAhead((was) => ({ query: next, over: was ? [...was.over, was.query] : [told] }));
      window.history.replaceState(null, "", `${path}?${next}`);
    },
    [path, told],
  );
  return [waiting ? ahead.query : told, write];
}
