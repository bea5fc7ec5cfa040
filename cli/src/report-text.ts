import { counted, listed } from "@hemstitch/core/base/words";
import { totals, type Reported, type ReportedFile, type ReportedSet } from "@hemstitch/core/report/json";
import { unreadable } from "@hemstitch/core/rules";
import type { OfficeStandard } from "@hemstitch/core/standard";
import { forTerminal } from "./safe-text";

const MARK = { stop: "■ stop", mend: "◆ mend", note: "○ note" } as const;

/** The report for people: one block a file, one finding a line, where it is and what can be done. */
export function reportText(standard: OfficeStandard, reported: Reported): string {
  const sums = totals(reported);
  const lines = [...reported.files.flatMap(fileLines), ...reported.sets.flatMap(setLines)];
  const sum = `${sums.stop} stop, ${sums.mend} mend, ${sums.note} note — by ${standard.name}, edition ${standard.edition}`;
  return forTerminal([...lines, sum, ""].join("\n"));
}

/** What was found among the sheets of a set: one finding a line, and the sheets that it shows on. */
function setLines({ name, sheets, inspected }: ReportedSet): string[] {
  const findings = inspected.findings.map(({ severity, title, rule, message, places }) => {
    const on = places.map(({ drawing, page }) => `${drawing} p${page}`);
    return `  ${MARK[severity]}  ${title}  (${rule})\n          ${message}  on ${listed(on)}`;
  });
  return [
    `The set ${name}  (${counted(sheets.length, "sheet")})`,
    ...findings,
    ...(findings.length === 0 ? ["  nothing found among its sheets"] : []),
    ...inspected.notJudged.map(({ rule, title, reason }) => `  – not judged: ${title} (${rule}): ${reason}`),
    "",
  ];
}

function fileLines({ path, drawing, inspected, problem }: ReportedFile): string[] {
  if (!drawing || !inspected)
    return [`${path}`, `  ${MARK.stop}  ${unreadable.title}  (${unreadable.id})\n          ${problem ?? ""}`, ""];
  const findings = inspected.findings.map((finding) => {
    const { x, y, width, height } = finding.boxMm;
    const at =
      finding.placesMm.length > 0
        ? `  at ${x.toFixed(0)},${y.toFixed(0)} ${width.toFixed(0)}×${height.toFixed(0)} mm`
        : "";
    const page = finding.page > 0 ? `p${finding.page}  ` : "";
    const mend = finding.mend ? "  [can be mended]" : "";
    return `  ${MARK[finding.severity]}  ${finding.title}  (${finding.rule})\n          ${page}${finding.message}${at}${mend}`;
  });
  const notJudged = inspected.notJudged.map(
    ({ rule, title, reason }) => `  – not judged: ${title} (${rule}): ${reason}`,
  );
  const notes = drawing.unread.map((note) => `  – ${note.page ? `p${note.page}: ` : ""}${note.message}`);
  const clean = findings.length === 0 ? ["  nothing found"] : [];
  return [
    `${path}  (${drawing.pages.length} ${drawing.pages.length === 1 ? "page" : "pages"}, ${drawing.layers.length} layers)`,
    ...findings,
    ...clean,
    ...notJudged,
    ...notes,
    "",
  ];
}
