import type { Drawing } from "@hemstitch/core/drawing";
import { recogniseFile, type Recognised } from "@hemstitch/core/recognise";
import { blankStandard } from "@hemstitch/core/standard/presets";
import { StandardLookup } from "@hemstitch/core/standard/plain";

export type Told = { readonly pages: readonly Recognised[] } | { readonly problem: string };

// In a thread of its own: a large sheet takes a second or two, in which it can be moved about.
self.onmessage = ({ data }: MessageEvent<Drawing>): void => {
  try {
    const pages = recogniseFile(data, new StandardLookup(blankStandard("")));
    self.postMessage({ pages } satisfies Told);
  } catch (error) {
    self.postMessage({ problem: error instanceof Error ? error.message : String(error) } satisfies Told);
  }
};
