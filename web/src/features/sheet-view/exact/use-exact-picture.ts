import { useEffect, useRef, useState } from "react";
import { ExactPicture } from "./exact-picture";

/** Files whose pictures stay at hand, so that before and after can be switched at once. */
const KEPT = 2;

/** The exact picture of the file at `path`, begun at once; `null` where there is none to be had yet. */
export function useExactPicture(path: string | null, page: number): ExactPicture | null {
  const kept = useRef(new Map<string, ExactPicture>());
  const [picture, setPicture] = useState<ExactPicture | null>(null);
  const first = useRef(page);
  useEffect(() => {
    const { current } = kept;
    return () => {
      for (const each of current.values()) each.close();
      current.clear();
    };
  }, []);
  useEffect(() => {
    if (path === null) return setPicture(null);
    const { current } = kept;
    const known = current.get(path) ?? new ExactPicture(path, first.current);
    // Last used stands last.
    current.delete(path);
    current.set(path, known);
    for (const [old, each] of current) {
      if (current.size <= KEPT) break;
      each.close();
      current.delete(old);
    }
    setPicture(known);
  }, [path]);
  return picture;
}

/** The exact picture of bytes that are at hand. */
export function useExactPictureOf(bytes: Uint8Array | null): ExactPicture | null {
  const [picture, setPicture] = useState<ExactPicture | null>(null);
  useEffect(() => {
    if (!bytes) return setPicture(null);
    const made = new ExactPicture(bytes);
    setPicture(made);
    return () => made.close();
  }, [bytes]);
  return picture;
}
