import { bad, good, type Result } from "../base/result";

/** A slope by its rise over its run. */
export interface Slope {
  readonly rise: number;
  readonly run: number;
  /** Steepness, degrees. */
  readonly degrees: number;
}

const NUMBER = String.raw`(\d+(?:\.\d+)?)`;

/** Reads `4 in 12`, `4/12`, `1:40`, `30°`, `2 %`. `1:40` rises 1 in 40. */
export function parseSlope(written: string): Result<Slope> {
  const text = written.trim().replace(",", ".");
  const ratio = new RegExp(`^${NUMBER}\\s*(?:in|:|/)\\s*${NUMBER}$`, "i").exec(text);
  if (ratio && Number(ratio[2]) > 0) return good(slopeOf(Number(ratio[1]), Number(ratio[2])));
  const degrees = new RegExp(`^${NUMBER}\\s*(?:°|deg(?:rees)?)$`, "i").exec(text);
  if (degrees && Number(degrees[1]) < 90) return good(slopeOf(Math.tan((Number(degrees[1]) * Math.PI) / 180), 1));
  const percent = new RegExp(`^${NUMBER}\\s*%$`).exec(text);
  if (percent) return good(slopeOf(Number(percent[1]), 100));
  return bad("slope-unreadable", `“${written}” is not a slope.`, {
    remedy: "Write it like 4 in 12, 1:40, 30° or 2 %.",
  });
}

const slopeOf = (rise: number, run: number): Slope => ({ rise, run, degrees: (Math.atan2(rise, run) * 180) / Math.PI });
