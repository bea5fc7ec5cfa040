import { MEANT_NAMES, NAMED_LAYERS } from "./layer-names";
import { MARKS_ON_LAYERS } from "./marks-on-layers";
import type { FileRecogniser, Sure } from "./recogniser";

/** Two names in one file of which one was meant. */
export interface NearDuplicate {
  /** The layer whose name is the wrong one. */
  readonly layer: number;
  /** The layer whose name was meant. */
  readonly meant: number;
}

export const NEAR_DUPLICATES: FileRecogniser<NearDuplicate> = {
  id: "near-duplicates",
  on: "file",
  finds: "names of layers that differ by case, separators or spelling alone",
  from: "the names of a file, the register, and which of them has more marks",
  find: (file) => {
    const named = file.of(NAMED_LAYERS).map(({ value }) => value);
    const byName = new Map(named.map(({ name, layer }) => [name, layer]));
    const counts = new Map<number, number>();
    for (const facts of file.pages)
      for (const { value } of facts.of(MARKS_ON_LAYERS))
        counts.set(value.layer, (counts.get(value.layer) ?? 0) + value.count);
    const isRegistered = (layer: number): boolean => named[layer]?.entry !== undefined;
    // A registered name before others, then the one with more marks, then the first.
    const better = (a: number, b: number): number =>
      Number(isRegistered(b)) - Number(isRegistered(a)) || (counts.get(b) ?? 0) - (counts.get(a) ?? 0) || a - b;
    const found = new Map<number, Sure<NearDuplicate>>();
    const note = (layer: number, meant: number, confidence: number): void => {
      if (layer !== meant && !isRegistered(layer) && !found.has(layer))
        found.set(layer, { value: { layer, meant }, confidence, evidence: [] });
    };
    const groups = new Map<string, number[]>();
    for (const { name, layer } of named.filter(({ state }) => state !== "default")) {
      const key = name.toUpperCase().replace(/[^\p{L}\p{N}]/gu, "");
      if (key === "") continue;
      const known = groups.get(key);
      if (known) known.push(layer);
      else groups.set(key, [layer]);
    }
    for (const layers of groups.values()) {
      const [meant] = layers.slice().sort(better);
      if (meant !== undefined && layers.length > 1) for (const layer of layers) note(layer, meant, 1);
    }
    // A slip of spelling: the registered name that was surely meant is in the file, too.
    for (const { value } of file.of(MEANT_NAMES)) {
      const meant = value.sure && byName.get(value.sure.name);
      // A well-formed name may be meant as it stands.
      if (meant !== undefined && named[value.layer]?.failure) note(value.layer, meant, 0.9);
    }
    return [...found.values()].sort((a, b) => a.value.layer - b.value.layer);
  },
};
