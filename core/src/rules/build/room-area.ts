import { inUnitOf } from "../../recognise/building/areas";
import { ROOMS, type Room } from "../../recognise/building/rooms";
import type { Parameter } from "../../recognise/parameter";
import { rule } from "../rule";

const SHARE: Parameter = {
  rule: "build/room-area",
  name: "share",
  title: "Area may differ by",
  unit: "share",
  usual: 0.02,
  least: 0.001,
  most: 0.5,
  sentence: "A written area may differ from the enclosed one by this share, or by 0.1 m² where that is more.",
};
const LEAST_OFF_M2 = 0.1;
/** Where walls end in the open within what is enclosed, it may be several rooms. */
const LEAST_CONFIDENCE = 0.9;

export const roomArea = rule({
  id: "build/room-area",
  title: "Written area differs from the enclosed area",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [ROOMS],
  parameters: [SHARE],
  page: {
    measures:
      "The area that the faces of walls enclose around a room's written area, every opening closed along the wall, with and without what stands free in the room, at the scale of its drawing.",
    why: "Rents, finishes and escape routes are reckoned with it, and nobody measures again.",
    right: "49.0 m² in a room of 7 × 7 m.",
    wrong: "42.0 m² in the same room: the wall was moved afterwards.",
    cannotSee:
      "Rooms that are open to others, that round walls enclose, or whose area stands outside of them; areas measured to the middle of walls.",
    mend: "None: either the figure or the wall is wrong.",
  },
  judge({ pages, report, valueOf, leaveOpen }) {
    const share = valueOf(SHARE);
    for (const facts of pages)
      for (const { value: room, confidence } of facts.of(ROOMS)) {
        const { written, scale } = room;
        if (!written || confidence < LEAST_CONFIDENCE) continue;
        if (scale === undefined) {
          leaveOpen("Rooms have areas written in them, but the scale of their drawing is not known.");
          continue;
        }
        const { area, line } = written;
        const m2 = ([room.areaMm2, room.grossMm2] as const).map((each) => (each * scale ** 2) / 1e6);
        const off = (each: number): number => Math.abs(each - area.m2);
        const nearest = m2.sort((a, b) => off(a) - off(b))[0] ?? 0;
        if (off(nearest) <= Math.max(share * nearest, LEAST_OFF_M2) + area.halfLastM2) continue;
        const drawn = inUnitOf(nearest, area);
        report({
          page: facts.page.index,
          placed: true,
          layer: line.layer,
          marks: { of: "texts", rows: Uint32Array.from(line.rows) },
          regionMm: room.boxMm,
          shapes: [{ kind: "outline", pointsMm: room.ring }],
          message: () => `${nameOf(room)} is said to have ${line.text.trim()}; its walls enclose ${drawn}.`,
          measured: line.text.trim(),
          expected: drawn,
        });
      }
  },
});

const nameOf = ({ name, number }: Room): string => {
  const called = [name, number].filter((each) => each !== "").join(" ");
  return called === "" ? "A room" : `“${called}”`;
};
