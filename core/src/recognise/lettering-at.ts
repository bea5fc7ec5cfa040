import Flatbush from "flatbush";
import type { BoxMm, PointMm } from "../drawing";
import { LETTERING, middleOf, type TextLine } from "./lettering";
import { measuredOn, type PageRecogniser } from "./recogniser";

/** The lines of lettering of a page by where they stand. */
export class LetteringAt {
  private middles: Flatbush | undefined;
  private starts: Flatbush | undefined;

  constructor(private readonly lines: readonly TextLine[]) {}

  /** Lines whose middles lie in a box, edges included, in the order of the file. */
  within(box: BoxMm): TextLine[] {
    this.middles ??= this.indexed(middleOf);
    return this.found(this.middles, box);
  }

  /** Lines that begin in a box: half their height above where their baseline does. */
  beginningIn(box: BoxMm): TextLine[] {
    this.starts ??= this.indexed((line) => middleOf({ ...line, lengthMm: 0 }));
    return this.found(this.starts, box);
  }

  private found(index: Flatbush | undefined, { x, y, width, height }: BoxMm): TextLine[] {
    return (index?.search(x, y, x + width, y + height) ?? []).sort((a, b) => a - b).flatMap((i) => this.lines[i] ?? []);
  }

  private indexed(at: (line: TextLine) => PointMm): Flatbush | undefined {
    if (this.lines.length === 0) return undefined;
    const index = new Flatbush(this.lines.length);
    for (const line of this.lines) {
      const [x, y] = at(line);
      index.add(x, y, x, y);
    }
    index.finish();
    return index;
  }
}

export const LETTERING_AT: PageRecogniser<LetteringAt> = {
  id: "lettering-at",
  on: "page",
  ofDrawing: true,
  finds: "lines of lettering by where they stand",
  from: "lines of lettering",
  find: (facts) => [measuredOn(facts.page.index, new LetteringAt(facts.of(LETTERING).map(({ value }) => value)))],
};
