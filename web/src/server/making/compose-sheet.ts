import { letteringOf, otherFonts } from "@hemstitch/core/sheet";
import type { OfficeStandard } from "@hemstitch/core/standard";
import { database } from "../database/client";
import type { PlacementRow } from "../database/rows";
import { officeFileBytes } from "../files/keep";
import { fontsOf } from "./standard-fonts";
import { inThread } from "../work/threads";
import type { ComposedResult, ThreadProblem } from "../work/thread-work";
import { sheetsOf, sourceBytes, type PlanSet, type Sheet } from "../queries/plan-sets";

/** What fills a sheet's title block: the plan set's particulars and the sheet's own entries in the register. */
export function particularsOf(
  planSet: PlanSet,
  sheet: Pick<Sheet, "number" | "title" | "revision">,
  placedAt: string | undefined,
  place: { nth: number; of: number },
): Record<string, string> {
  return {
    ...planSet.particulars,
    project: planSet.particulars["project"] || planSet.name,
    number: sheet.number,
    title: sheet.title,
    revision: sheet.revision,
    scale: placedAt ?? "",
    sheetOf: `${place.nth} of ${place.of}`,
  };
}

/** Composes a sheet in a thread, from the register or with changes that are being tried. */
export async function composeOne(
  standard: OfficeStandard,
  planSet: PlanSet,
  sheet: Pick<Sheet, "id" | "number" | "title" | "revision" | "frame">,
  placement: PlacementRow | null,
  withDrawing: boolean,
): Promise<ComposedResult | ThreadProblem> {
  const [source, all, pictures, fonts] = await Promise.all([
    placement ? sourceBytes(planSet.id, placement.sourceId) : undefined,
    sheetsOf(planSet.id),
    picturesOf(planSet.officeId, standard, sheet.frame),
    fontsOf(planSet.officeId, standard),
  ]);
  if (placement && !source)
    return {
      ok: false,
      problem: "The source drawing of this sheet no longer exists.",
      remedy: "Choose another source drawing.",
    };
  const font = letteringOf(standard, fonts);
  if (!font.ok) return { ok: false, problem: font.problem.message, remedy: font.problem.remedy ?? "" };
  return inThread({
    kind: "compose",
    standard,
    sheet: {
      frame: sheet.frame,
      units: planSet.units,
      particulars: particularsOf(planSet, sheet, placement?.placedAt, {
        nth: all.findIndex((each) => each.id === sheet.id) + 1,
        of: all.length,
      }),
      placement:
        placement && source
          ? {
              bytes: source.bytes,
              drawnAt: source.drawnAt,
              placedAt: placement.placedAt,
              title: placement.title || source.title,
              ...(placement.xMm !== undefined && placement.yMm !== undefined
                ? { middleMm: { x: placement.xMm, y: placement.yMm } }
                : {}),
            }
          : null,
      font: font.value,
      fonts: otherFonts(standard, fonts, font.value),
      pictures,
      withDrawing,
    },
  });
}

/** The pictures that a frame's stamps name. */
async function picturesOf(
  officeId: string,
  standard: OfficeStandard,
  frameId: string,
): Promise<{ sha256: string; bytes: Uint8Array }[]> {
  const items = standard.frames.find((each) => each.id === frameId)?.items ?? [];
  const named = items.flatMap((item) => (item.kind === "stamp" && item.sha256 !== undefined ? [item.sha256] : []));
  return officeFileBytes(database(), officeId, named);
}
