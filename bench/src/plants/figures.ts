import type { Office } from "./office";

/** Writes a length the office's way, or with a fault: another value, or another way of writing. */
export function written({ isMetric, scale }: Office, lengthMm: number, fault?: string): string {
  if (isMetric) {
    if (fault === "format") return `${(lengthMm / 1000).toFixed(2)} m`;
    const off = fault === "value" ? Math.max(150, scale) : fault === "sum" ? 0.15 * scale : 0;
    return String(Math.round(lengthMm + off));
  }
  const off = fault === "value" ? 8 * 25.4 : fault === "sum" ? 0.15 * scale : 0;
  if (fault === "format") return `${(lengthMm / 304.8).toFixed(2)}'`;
  return feetAndInches(lengthMm + off);
}

function feetAndInches(lengthMm: number): string {
  const sixteenths = Math.round((lengthMm / 25.4) * 16);
  const feet = Math.floor(sixteenths / 192);
  const inches = Math.floor((sixteenths - feet * 192) / 16);
  let [over, under] = [sixteenths % 16, 16];
  while (over > 0 && over % 2 === 0) [over, under] = [over / 2, under / 2];
  return `${feet}'-${inches}${over > 0 ? ` ${over}/${under}` : ""}"`;
}
