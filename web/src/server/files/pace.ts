/** A sender of whom nothing came for so long has gone, or keeps the line for no reason. Milliseconds. */
export const LONGEST_SILENCE_MS = 20_000;
/** After so long a body must have come at this pace on the whole: what a poor line makes, and no hobby. */
const GRACE_MS = 10_000;
const LEAST_BYTES_PER_S = 2_000;

/** A body that comes too slowly to be waited for. */
export class TooSlow extends Error {}

/** How long the next piece may take, milliseconds, where so many bytes came since `beganAt` (`Date.now()`). */
export function patience(received: number, beganAt: number, now = Date.now()): number {
  const due = beganAt + GRACE_MS + (received / LEAST_BYTES_PER_S) * 1000;
  return Math.min(LONGEST_SILENCE_MS, due - now);
}
