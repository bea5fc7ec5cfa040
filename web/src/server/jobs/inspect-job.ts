import { and, eq, isNull } from "drizzle-orm";
import type { Finding } from "@hemstitch/core/inspect";
import type { OfficeStandard } from "@hemstitch/core/standard";
import { storable } from "../database/jsonb";
import { inspectedFiles, inspections, planSets, sheets } from "../database/schema";
import type { Database } from "../database/client";
import { maxFileBytes } from "../files/limits";
import { fileBytes } from "../files/pieces";
import { keepFindings } from "../queries/findings";
import type { JudgedBy, OfFile } from "../work/of-file";
import { contentOf, judgedBy } from "../queries/standard";
import { defineJob } from "../work/job";
import { keepDrawing } from "../work/kept-drawing";
import { inThread } from "../work/threads";
import type { GivenOfFile } from "../work/thread-work";

/** Inspects one file. */
export const inspectFile = defineJob<OfFile>({
  kind: "inspect-file",
  onError: { problem: "The file could not be read to its end", remedy: "Export the drawing again, or split it." },
  async run({ args, database, signal, progress, settle }) {
    const input = await inputOf(database, args, settle);
    if (!input) return { problem: "The file no longer exists." };
    const { bytes, sha256, standard, given } = input;
    const result = await inThread(
      { kind: "inspect", bytes, standard, given, maxFileBytes: maxFileBytes() },
      { signal, onProgress: progress },
    );
    if (!result.ok) return { problem: result.problem, remedy: result.remedy };
    return {
      done: async (on) => {
        await keepDrawing(on, sha256, result.drawing);
        await keepFindings(on, args.fileId, "received", result.findings);
        await on
          .update(inspectedFiles)
          .set({
            pages: result.pages,
            layers: storable([...result.layers]),
            statedScale: result.statedScale,
            kinds: storable([...result.kinds]),
            standardName: editionInWords(standard),
            judgedBy: String(standard.edition),
            notJudged: storable([...result.notJudged]),
            unread: storable([...result.unread]),
            ...sumsOf(result.findings),
          })
          .where(eq(inspectedFiles.id, args.fileId));
      },
    };
  },
  // A file that can't be read stops the sheet.
  failed: ({ fileId }, on) => on.update(inspectedFiles).set({ stops: 1 }).where(eq(inspectedFiles.id, fileId)),
});

/** How many findings there are of each severity, as they are kept. */
export function sumsOf(findings: readonly Finding[]): { stops: number; mends: number; notes: number } {
  const count = (severity: Finding["severity"]): number => findings.filter((each) => each.severity === severity).length;
  return { stops: count("stop"), mends: count("mend"), notes: count("note") };
}

export const editionInWords = ({ name, edition }: OfficeStandard): string =>
  `${name}, ${edition === "draft" ? "draft" : `edition ${edition}`}`;

/** The bytes of a file, and what it is judged by. */
export async function inputOf(
  database: Database,
  { fileId, by }: OfFile,
  settle: (settled: { readonly by: JudgedBy }) => Promise<void>,
) {
  const [row] = await database
    .select({
      sha256: inspectedFiles.sha256,
      officeId: inspections.officeId,
      planSetId: inspections.planSetId,
      kind: inspectedFiles.kind,
    })
    .from(inspectedFiles)
    .innerJoin(inspections, eq(inspections.id, inspectedFiles.inspectionId))
    .where(eq(inspectedFiles.id, fileId));
  const bytes = row && (await fileBytes(database, row.sha256));
  if (!bytes) return undefined;
  const settled = by ?? (await judgedBy(row.officeId, row.planSetId, database));
  if (by === undefined) await settle({ by: settled });
  const standard = await contentOf(row.officeId, settled, database);
  const given = { ...(row.kind === null ? {} : { kind: row.kind }), ...(await factsOf(row.planSetId, database)) };
  return { ...row, bytes, standard, given };
}

/** What a plan set says of its sheets: its particulars, and the title and revision of each by its number. */
export async function factsOf(planSetId: string | null, from: Database): Promise<GivenOfFile> {
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
