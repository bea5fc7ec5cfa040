import type { Arc } from "../arcs";

/** A door opens a little or flat against the wall, not all around. Degrees. */
const SWEEP_DEG = { least: 15, most: 200 };

/** Whether an arc goes as far as the swing of a door. */
export const isSwing = ({ sweepDeg }: Arc): boolean => sweepDeg >= SWEEP_DEG.least && sweepDeg <= SWEEP_DEG.most;
