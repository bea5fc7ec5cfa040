import type { PageFacts } from "../recogniser";
import { TITLE_BLOCKS } from "./title-blocks";

/** The cell of a page's title block that has the sheet's number; undefined where none is filled. */
export const numberCell = (facts: PageFacts) =>
  facts
    .of(TITLE_BLOCKS)
    .flatMap(({ value }) => value.cells)
    .find(({ field, value }) => field === "number" && value.trim() !== "");
