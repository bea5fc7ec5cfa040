export * from "./drawing";
export type { Board, Lettering, Point, TextOptions } from "./board";
export { concat, IDENTITY, inverse, scaleOf } from "./matrix";
export type { Matrix } from "./matrix";
export { changeOfSome, changesOf, isLayerChange, sortOf } from "./changes";
export type {
  Change,
  ChangeKind,
  HeightChange,
  LayerChange,
  LayerMove,
  LayerOff,
  LayerRename,
  LineTypeChange,
  MarkChange,
  MarkChangeKind,
  MarkSort,
  Removal,
  Respacing,
  ShadeChange,
  TextAddition,
  TextRewrite,
  Turn,
  WidthChange,
} from "./changes";
export {
  apart,
  boxOfPoints,
  clearBetween,
  contains,
  cornersOfBox,
  distanceToBox,
  distanceToSegment,
  grown,
  together,
} from "./boxes";
export { boxAround, markBox, overlap } from "./marks";
export {
  eachStraight,
  isInside,
  RING_ENDS,
  straightsOfRow,
  visiblePieces,
  visibleStraightsOfRow,
  withinBox,
} from "./clipping";
export type { Marks, PointMm, Shape } from "./marks";
export { Nearby } from "./nearby";
export { fromTo, textLines } from "./text-lines";
export { familyName } from "./font-family";
export { DRAWING_VERSION, packDrawing, unpackDrawing, versionOfPacked } from "./pack";
export { possiblePart, type Possible } from "./possible";
export { printable } from "./printable";
