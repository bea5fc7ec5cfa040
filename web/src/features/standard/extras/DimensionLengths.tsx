"use client";
import type { DimensionStyleEntry, Entry } from "@hemstitch/core/standard/plain";
import { useDraft } from "../draft";
import WorkedLengths from "./WorkedLengths";

/** Lengths as a dimension style writes them, in its length style. */
export default function DimensionLengths({ entry }: { entry: Entry }) {
  const { standard } = useDraft();
  const { unitStyle } = entry as DimensionStyleEntry;
  const units = standard.unitStyles.find((each) => each.id === unitStyle);
  return units ? <WorkedLengths units={units} /> : null;
}
