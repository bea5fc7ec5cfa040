import Flatbush from "flatbush";
import type { BoxMm, Page } from "./drawing";
import { markBox, type Marks } from "./marks";

/** Marks of a page by where they stand. Made of a page once, when somebody first asks. */
export class Nearby {
  private readonly paths: Flatbush | undefined;
  private readonly texts: Flatbush | undefined;

  constructor(page: Page) {
    this.paths = indexed(page, "paths", page.paths.count);
    this.texts = indexed(page, "texts", page.texts.count);
  }

  /** Rows whose boxes meet a box, rising; boxes are those of the points, without the width of lines. */
  near(of: Marks["of"], { x, y, width, height }: BoxMm): Uint32Array {
    const index = of === "paths" ? this.paths : this.texts;
    return Uint32Array.from(index?.search(x, y, x + width, y + height) ?? []).sort();
  }
}

function indexed(page: Page, of: Marks["of"], count: number): Flatbush | undefined {
  if (count === 0) return undefined;
  const index = new Flatbush(count, 16, Float32Array);
  for (let row = 0; row < count; row++) {
    const { x, y, width, height } = markBox(page, of, row);
    index.add(x, y, x + width, y + height);
  }
  index.finish();
  return index;
}
