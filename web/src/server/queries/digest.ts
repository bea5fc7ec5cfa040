import { createHash } from "node:crypto";
import { writeStandard, type OfficeStandard } from "@hemstitch/core/standard";

/** SHA-256 of a standard's canonical JSON: the same digest, the same standard. */
export const digestOf = (standard: OfficeStandard): string =>
  createHash("sha256").update(writeStandard(standard)).digest("hex");
