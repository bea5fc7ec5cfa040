import type { OfficeStandard } from "@hemstitch/core/standard";

/** Tiles with joints in one direction only, and no other hatch. */
export function asCladding({ hatches }: OfficeStandard): void {
  hatches.splice(0, hatches.length - 1);
  hatches[0]?.families.splice(1);
}
