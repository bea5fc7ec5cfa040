import { noLayers } from "./file/no-layers";
import { UNREADABLE } from "./file/unreadable";
import { defaultUsed } from "./layer/default-used";
import { empty } from "./layer/empty";
import { malformed } from "./layer/malformed";
import { unregistered } from "./layer/unregistered";
import { hairline } from "./line/hairline";
import { typeNotLayers } from "./line/type-not-layers";
import { typeUnknown } from "./line/type-unknown";
import { widthNotPen } from "./line/width-not-pen";
import { widthOffSeries } from "./line/width-off-series";
import type { Rule, RuleMeta } from "./rule";
import { unlisted } from "./scale/unlisted";
import { size } from "./sheet/size";
import { font } from "./text/font";
import { height } from "./text/height";

/** All rules that are judged on drawings, in the order in which people read findings. */
export const RULES: readonly Rule[] = [
  noLayers,
  malformed,
  unregistered,
  defaultUsed,
  empty,
  hairline,
  widthOffSeries,
  widthNotPen,
  typeUnknown,
  typeNotLayers,
  height,
  font,
  size,
  unlisted,
];

/** Every rule that a finding can name. */
export const RULE_METAS: readonly RuleMeta[] = [UNREADABLE, ...RULES.map((rule) => rule.meta)];

export { UNREADABLE };
export type * from "./rule";
