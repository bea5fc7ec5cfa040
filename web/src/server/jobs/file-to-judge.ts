import { and, eq, isNull } from "drizzle-orm";
import type { Finding } from "@hemstitch/core/inspect";
import type { OfficeStandard } from "@hemstitch/core/standard";
import type { Database } from "../database/client";
import { storable } from "../database/jsonb";
import { inspectedFiles, inspections, planSets, sheets } from "../database/schema";
import { fileBytes } from "../files/pieces";
import { contentOf, judgedBy } from "../queries/standard";
import type { JudgedBy, OfFile } from "../work/of-file";
import type { GivenOfFile, JudgedResult } from "../work/thread-work";

type Settle = (settled: { readonly by: JudgedBy }) => Promise<void>;

/** A file, what it is judged by, and what is known of it besides; undefined where it no longer exists. */
export async function fileToJudge(database: Database, { fileId, by }: OfFile, settle: Settle) {
  const [row] = await database
    .select({
      sha256: inspectedFiles.sha256,
      mendedSha256: inspectedFiles.mendedSha256,
      kind: inspectedFiles.kind,
      officeId: inspections.officeId,
      planSetId: inspections.planSetId,
    })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(eq(inspectedFiles.id, fileId));
  if (!row) return undefined;
  const settled = by ?? (await judgedBy(row.officeId, row.planSetId, database));
  if (by === undefined) await settle({ by: settled });
  const standard = await contentOf(row.officeId, settled, database);
  const given = { ...(row.kind === null ? {} : { kind: row.kind }), ...(await factsOf(row.planSetId, database)) };
  return { ...row, standard, given };
}

/** The same with the bytes of the file. */
export async function fileWithBytes(database: Database, args: OfFile, settle: Settle) {
  const file = await fileToJudge(database, args, settle);
  const bytes = file && (await fileBytes(database, file.sha256));
  return bytes && { ...file, bytes };
}

/** What a plan set says of its sheets: its particulars, and the title and revision of each by its number. */
async function factsOf(planSetId: string | null, from: Database): Promise<GivenOfFile> {
  if (planSetId === null) return {};
  const [set] = await from
    .select({ particulars: planSets.particulars })
    .from(planSets)
    .where(eq(planSets.id, planSetId));
  if (!set) return {};
  const register = await from
    .select({ number: sheets.number, title: sheets.title, revision: sheets.revision })
    .from(sheets)
    .where(and(eq(sheets.planSetId, planSetId), isNull(sheets.takenAt)));
  return { particulars: set.particulars, register };
}

/** What is kept with a file of how it was judged, besides the findings themselves. */
export const judgementOf = (
  standard: OfficeStandard,
  { kinds, findings, notJudged }: Pick<JudgedResult, "kinds" | "findings" | "notJudged">,
) => ({
  kinds: storable([...kinds]),
  standardName: `${standard.name}, ${standard.edition === "draft" ? "draft" : `edition ${standard.edition}`}`,
  judgedBy: String(standard.edition),
  notJudged: storable([...notJudged]),
  stops: count(findings, "stop"),
  mends: count(findings, "mend"),
  notes: count(findings, "note"),
});

const count = (findings: readonly Finding[], severity: Finding["severity"]): number =>
  findings.filter((each) => each.severity === severity).length;
