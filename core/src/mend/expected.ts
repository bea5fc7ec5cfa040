import type { Dash, MarkChange } from "../drawing";

/** What a kind of change sets, as the proof looks for it afterwards. */
export type Setting =
  | { readonly kind: "set-width"; readonly widthMm: number }
  | { readonly kind: "set-line-type"; readonly dashMm: Dash }
  | { readonly kind: "set-shade"; readonly percent: number }
  | { readonly kind: "set-height"; readonly heightMm: number };

export type SettingKind = Setting["kind"];

/** What a change is to have set on each of its marks; undefined where it sets no value: what it does is seen otherwise. */
export function settingOf(change: MarkChange): Setting | undefined {
  switch (change.kind) {
    case "set-width":
      return { kind: change.kind, widthMm: change.widthMm };
    case "set-line-type":
      return { kind: change.kind, dashMm: change.dashMm };
    case "set-shade":
      return { kind: change.kind, percent: change.percent };
    case "set-height":
      return { kind: change.kind, heightMm: change.heightMm };
    default:
      return undefined;
  }
}

/** A width, a dash and a height are as they were to be to within this: what writing with few digits may leave. Millimetres. */
const AS_SET_MM = 0.005;
/** Steps of 255 in which a grey may differ: shades are written to a thousandth, and read to one of 255. */
const AS_SET_GREY = 1;

/** What is seen of a mark after a change. */
export interface Seen {
  readonly widthMm: number;
  readonly dash: Dash;
  /** 0xRRGGBB. */
  readonly colour: number;
}

/** Whether a line is seen as it was to be. */
export function isAsSet(setting: Exclude<Setting, { kind: "set-height" }>, seen: Seen): boolean {
  switch (setting.kind) {
    case "set-width":
      return Math.abs(seen.widthMm - setting.widthMm) <= AS_SET_MM;
    case "set-line-type":
      return (
        seen.dash.length === setting.dashMm.length &&
        seen.dash.every((each, i) => Math.abs(each - (setting.dashMm[i] ?? NaN)) <= AS_SET_MM)
      );
    case "set-shade": {
      const grey = 255 * (1 - setting.percent / 100);
      return [16, 8, 0].every((shift) => Math.abs(((seen.colour >> shift) & 255) - grey) <= AS_SET_GREY + 0.5);
    }
  }
}

export const isHeightAsSet = (setting: Extract<Setting, { kind: "set-height" }>, heightMm: number): boolean =>
  Math.abs(heightMm - setting.heightMm) <= AS_SET_MM;
