import { FileFacts } from "../../src/recognise";
import { preset } from "../../src/standard";
import { StandardLookup } from "../../src/standard/plain";
import { onePage } from "./raw-pdf";
import { drawingOf } from "./tools";

/** What is recognised on a page with this content, by the demo office's standard. */
export const factsOf = async (content: string, layers: readonly string[] = ["A-WALL"]): Promise<FileFacts> =>
  new FileFacts(await drawingOf(onePage({ content, layers })), new StandardLookup(preset("tarnwick")!));
