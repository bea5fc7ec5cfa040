import type { InspectedFileDetail } from "@/server/queries/inspections";

type Detail = Pick<InspectedFileDetail, "findings" | "left" | "mended">;
type Findings = InspectedFileDetail["findings"];

/**
 * The findings that can be mended safely, of the file as received or of what is left in the mended file. A mend that was
 * tried and left undone, because it could do harm, is not offered again.
 */
export function safeToMend({ findings, left, mended }: Detail, after: boolean): Findings {
  if (!after) return findings.filter(({ mend }) => mend !== undefined);
  const undone = new Set((mended ?? []).flatMap(({ undone, key }) => (undone && key !== undefined ? [key] : [])));
  const received = new Map(findings.map((finding) => [finding.number, finding]));
  return left.filter(({ mend, number, key }) => {
    const before = received.get(number);
    return mend !== undefined && before !== undefined && !undone.has(key) && !undone.has(before.key);
  });
}

/**
 * Keys, as in the file as received, of what is to be mended when `chosen` are: a file is mended from what was received
 * each time, so what was mended before goes along.
 */
export function keysToMend(
  detail: Detail,
  chosen: readonly string[] | undefined,
  after: boolean,
): string[] | undefined {
  if (!after) return chosen && [...chosen];
  const left = new Set(detail.left.map(({ number }) => number));
  const wanted = new Set(
    safeToMend(detail, true)
      .filter(({ key }) => chosen === undefined || chosen.includes(key))
      .map(({ number }) => number),
  );
  return detail.findings
    .filter(({ mend, number }) => mend !== undefined && (!left.has(number) || wanted.has(number)))
    .map(({ key }) => key);
}
