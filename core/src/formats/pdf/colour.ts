import { dictOf, elements, lookup, numberAt, textOf } from "./objects";
import { List, Name, type Dict, type Value } from "./syntax/values";

/** A colour as 0xRRGGBB. */
export type Rgb = number;

const byte = (share: number): number => Math.round(Math.min(1, Math.max(0, Number.isFinite(share) ? share : 0)) * 255);

export const fromGrey = (grey: number): Rgb => byte(grey) * 0x010101;
export const fromRgb = (r: number, g: number, b: number): Rgb => (byte(r) << 16) | (byte(g) << 8) | byte(b);
/** The plain conversion of ISO 32000-1, 10.3.5; print profiles are not applied. */
export const fromCmyk = (c: number, m: number, y: number, k: number): Rgb =>
  fromRgb(1 - Math.min(1, c + k), 1 - Math.min(1, m + k), 1 - Math.min(1, y + k));

/** How the numbers of `sc` become a colour. */
export type ColourSpace = (components: readonly number[]) => Rgb;

const MID_GREY = 0x808080;

const byCount: ColourSpace = (v) => {
  if (v.length >= 4) return fromCmyk(v[0] ?? 0, v[1] ?? 0, v[2] ?? 0, v[3] ?? 0);
  if (v.length === 3) return fromRgb(v[0] ?? 0, v[1] ?? 0, v[2] ?? 0);
  return fromGrey(v[0] ?? 0);
};

/** A spot colour without its tint function: its strength as a grey. */
const byTint: ColourSpace = (v) => fromGrey(1 - Math.max(0, ...v));

/** The colour space by its name or its array; `resources` is the /ColorSpace dictionary. */
export function colourSpace(value: Value | undefined, resources: Dict | undefined, depth = 0): ColourSpace {
  if (value instanceof Name) {
    const named = lookup(resources, value.text);
    if (named && depth < 4 && named !== value) return colourSpace(named, resources, depth + 1);
    return value.text === "Pattern" ? () => MID_GREY : byCount;
  }
  if (!(value instanceof List) || value.items.length === 0) return byCount;
  const [first, second] = elements(value);
  const family = textOf(first);
  if (family === "Separation" || family === "DeviceN") return byTint;
  if (family === "Pattern" || family === "Indexed") return () => MID_GREY;
  if (family === "Lab") return (v) => fromGrey((v[0] ?? 0) / 100);
  const components = family === "ICCBased" ? numberAt(dictOf(second), "N") : undefined;
  return components === undefined ? byCount : (v) => byCount(v.slice(0, components));
}
