import type { InspectedFileDetail } from "@/server/queries/inspections";

/** The edition that a file was judged by; undefined for a draft. */
export const editionNumber = ({ judgedBy }: Pick<InspectedFileDetail, "judgedBy">): number | undefined =>
  judgedBy !== null && /^\d+$/.test(judgedBy) ? Number(judgedBy) : undefined;
