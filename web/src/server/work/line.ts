import type { ForWhom } from "./turns";

/** Work that waits, of one person of one office. */
export interface Line {
  readonly officeId: string;
  readonly askedBy: string | null;
  readonly waiting: number;
}

/**
 * How much is begun before the n-th (from 0) of one person's line, as offices take turns, and the people of an office
 * theirs: of everybody else as much as has its turn until then.
 */
export function beforeIn(lines: readonly Line[], own: Omit<Line, "waiting">, nth: number): number {
  const isOwnOffice = (line: Line): boolean => line.officeId === own.officeId;
  const others = lines.filter((line) => isOwnOffice(line) && line.askedBy !== own.askedBy);
  const inOffice = nth + others.reduce((sum, { waiting }) => sum + Math.min(waiting, nth + 1), 0);
  const offices = new Map<string, number>();
  for (const line of lines)
    if (!isOwnOffice(line)) offices.set(line.officeId, (offices.get(line.officeId) ?? 0) + line.waiting);
  return [...offices.values()].reduce((sum, waiting) => sum + Math.min(waiting, inOffice + 1), inOffice);
}

/** Everybody's line, of all that waits. */
export function linesOf(waiting: readonly ForWhom[]): readonly Line[] {
  const lines = new Map<string, Line>();
  for (const { officeId, userId } of waiting) {
    const key = `${officeId} ${userId}`;
    lines.set(key, { officeId, askedBy: userId, waiting: (lines.get(key)?.waiting ?? 0) + 1 });
  }
  return [...lines.values()];
}
