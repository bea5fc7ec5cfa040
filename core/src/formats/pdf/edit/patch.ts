import { joined } from "../../../base/bytes";

/** A replacement of bytes [from, to) of an instance's content; from = to inserts. */
export interface Patch {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  /** Inserted behind what it is about, not before it: of insertions at one place these come first. */
  readonly closes?: true;
  /** How far out an insertion stands of several about one mark; 0, the innermost, unless said. */
  readonly level?: Level;
  /** Number of the layer's object that the text names. */
  readonly layer?: number;
}

/** Settings stand within saved states, and these within marked content. */
export const enum Level {
  setting = 0,
  state = 1,
  content = 2,
}

/** Takes a patch of an instance's content. */
export type AddPatch = (instance: number, patch: Patch) => void;

/** Puts text before and behind a run of bytes. */
export function around(
  add: AddPatch,
  instance: number,
  [from, to]: readonly [number, number],
  [before, behind]: readonly [string, string],
  more: Pick<Patch, "level" | "layer"> = {},
): void {
  add(instance, { from, to: from, text: before, ...more });
  add(instance, { from: to, to, text: behind, closes: true, ...more });
}

/** What is asked can't be done without harm; the message says why, in a sentence. */
export class NotSafe extends Error {}

/**
 * Applies patches to a content, one byte for each character. Insertions at one place are nested by their level, else
 * they keep their order.
 */
export function patched(content: Uint8Array, patches: readonly Patch[]): Uint8Array {
  const order = patches.map((patch, i) => ({ patch, i })).sort((a, b) => byPlace(a.patch, b.patch) || a.i - b.i);
  const pieces: Uint8Array[] = [];
  let at = 0;
  for (const { patch } of order) {
    if (patch.from < at) throw new Error(`Patches overlap at ${patch.from}.`);
    pieces.push(
      content.subarray(at, patch.from),
      Uint8Array.from(patch.text, (each) => each.charCodeAt(0)),
    );
    at = patch.to;
  }
  pieces.push(content.subarray(at));
  return joined(pieces);
}

function byPlace(a: Patch, b: Patch): number {
  if (a.from !== b.from) return a.from - b.from;
  const [closesA, closesB] = [a.closes === true, b.closes === true];
  if (closesA !== closesB) return closesA ? -1 : 1;
  // An insertion stands before what is replaced at the same place.
  if (a.to !== b.to) return a.to - b.to;
  const [levelA, levelB] = [a.level ?? Level.setting, b.level ?? Level.setting];
  return closesA ? levelA - levelB : levelB - levelA;
}
