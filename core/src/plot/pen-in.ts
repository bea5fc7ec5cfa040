import type { LayerEntry, OfficeStandard } from "../standard/plain";

/** The pen id that a layer plots in, in a drawing kind: its schedule's, else the register's. */
export function penIn(standard: OfficeStandard, kindId: string | undefined): (layer: LayerEntry) => string | undefined {
  const kind = standard.kinds.find((each) => each.id === kindId);
  const schedule = standard.penSchedules.find((each) => each.id === kind?.penSchedule);
  const changed = new Map(schedule?.changes.map((change) => [change.layer, change.pen]));
  return (layer) => changed.get(layer.name) ?? layer.pen;
}
