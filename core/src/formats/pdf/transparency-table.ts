import { OPAQUE, type Transparency } from "../../drawing";
import type { GraphicsState } from "./graphics-state";

/** The ids fit into two bytes; a file with more ways to be transparent shares the last. */
const MOST = 0xffff;

/** How marks of a file let through what is beneath them, by id; id 0 is opaque. */
export class TransparencyTable {
  readonly transparencies: Transparency[] = [OPAQUE];
  private readonly ids = new Map<string, number>([[keyOf(OPAQUE), 0]]);

  idOf({ strokeAlpha, fillAlpha, groupAlpha, blend, masked }: GraphicsState): number {
    const transparency = { strokeAlpha: strokeAlpha * groupAlpha, fillAlpha: fillAlpha * groupAlpha, blend, masked };
    const key = keyOf(transparency);
    let id = this.ids.get(key);
    if (id === undefined) {
      id = Math.min(this.transparencies.length, MOST);
      this.transparencies[id] = transparency;
      this.ids.set(key, id);
    }
    return id;
  }

  at(id: number): Transparency {
    return this.transparencies[id] ?? OPAQUE;
  }
}

function keyOf({ strokeAlpha, fillAlpha, blend, masked }: Transparency): string {
  return `${strokeAlpha} ${fillAlpha} ${blend} ${masked}`;
}
