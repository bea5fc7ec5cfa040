import { createHash } from "node:crypto";
import { gzipSync } from "node:zlib";
import { isMainThread, type MessagePort } from "node:worker_threads";
import { packDrawing, type Drawing } from "@hemstitch/core/drawing";
import { attachedFile, readDrawing } from "@hemstitch/core/formats";
import { isAmong, readAndInspect, statedScale } from "@hemstitch/core/inspect";
import { mendFile } from "@hemstitch/core/mend";
import { withPainter } from "@hemstitch/core/node/paint";
import { nodeInflate } from "@hemstitch/core/node";
import { formatScale, must, parseScale } from "@hemstitch/core/quantity";
import { tryFontFile } from "@hemstitch/core/formats/font-file";
import { readPictureFile, type PictureFile } from "@hemstitch/core/formats/picture-file";
import { editionDifferences } from "@hemstitch/core/rules";
import { checkEntry } from "@hemstitch/core/standard";
import { composeSheet } from "@hemstitch/core/sheet";
import { writeWorkbook } from "@hemstitch/core/tables";
import type { MendRow } from "../database/rows";
import { standBehind } from "./behind";
import { judgeDrawing, judgeEffect } from "./thread-effect";
import { workOut } from "./thread-draft";
import { item, manual, openedFont, readWhole, starter, tryTable } from "./thread-standard";
import {
  problemOf,
  type AttachedResult,
  type ComposedResult,
  type InspectedResult,
  type MendedResult,
  type ReadFontResult,
  type ReadPictureResult,
  type ReadResult,
  type TaskOf,
  type ThreadProblem,
  type ThreadResults,
  type ThreadTask,
} from "./thread-work";

if (!isMainThread) standBehind();

/** The work of one thread. Runs the core on plain values; knows no database. */
export default async function work({
  task,
  port,
}: {
  task: ThreadTask;
  port?: MessagePort;
}): Promise<ThreadProblem | ThreadResults[ThreadTask["kind"]]> {
  const onPage = (index: number, count: number): void => port?.postMessage({ progress: (index - 1) / count });
  switch (task.kind) {
    case "inspect":
      return inspectBytes(task, onPage);
    case "mend":
      return mendBytes(task, onPage);
    case "judge":
      return judgeDrawing(task);
    case "effect":
      return judgeEffect(task);
    case "read":
      return readBytes(task);
    case "compose":
      return compose(task);
    case "change-draft":
      return workOut(task.content, task.change);
    case "starter":
      return starter(task);
    case "library-item":
      return item(task);
    case "manual":
      return manual(task);
    case "read-font":
      return readFont(task.bytes);
    case "read-picture":
      return readPicture(task.bytes);
    case "attached":
      return attached(task);
    case "check-entry":
      return { ok: true, problems: checkEntry(task.list, task.entry) };
    case "compare":
      return { ok: true, differences: editionDifferences(task.before, task.after) };
    case "workbook":
      return { ok: true, bytes: writeWorkbook(task.tables) };
    case "read-standard":
      return readWhole(task);
    case "try-table":
      return tryTable(task);
  }
}

const packed = (drawing: Drawing): Uint8Array => gzipSync(packDrawing(drawing), { level: 4 });

async function inspectBytes(
  task: TaskOf<"inspect">,
  onPage: (index: number, count: number) => void,
): Promise<InspectedResult | ThreadProblem> {
  const file = await readAndInspect(task.bytes, task.standard, {
    inflate: nodeInflate,
    onPage,
    limits: { fileBytes: task.maxFileBytes },
    ...task.given,
  });
  if (!file.ok) return problemOf(file.problem);
  const { drawing, inspected } = file.value;
  const [first] = drawing.pages;
  const stated = first && statedScale(first);
  return {
    ok: true,
    pages: drawing.pages.length,
    layers: drawing.layers.map((layer) => layer.name),
    statedScale: stated
      ? formatScale(stated, first.viewports[0]?.ratio.includes("=") ? "feet-inches" : "metric")
      : null,
    kinds: inspected.kinds,
    findings: inspected.findings,
    notJudged: inspected.notJudged,
    unread: drawing.unread,
    drawing: packed(drawing),
  };
}

async function readBytes(task: TaskOf<"read">): Promise<ReadResult | ThreadProblem> {
  const file = await readDrawing(task.bytes, { inflate: nodeInflate, limits: { fileBytes: task.maxFileBytes } });
  return file.ok ? { ok: true, drawing: packed(file.value.drawing) } : problemOf(file.problem);
}

async function attached(task: TaskOf<"attached">): Promise<AttachedResult | ThreadProblem> {
  const found = await attachedFile(task.bytes, task.name, {
    inflate: nodeInflate,
    limits: { fileBytes: task.maxFileBytes },
  });
  return found.ok ? { ok: true, bytes: found.value ?? null } : problemOf(found.problem);
}

function readFont(bytes: Uint8Array): ReadFontResult | ThreadProblem {
  const font = tryFontFile(bytes);
  return font.ok ? { ok: true, family: font.value.family, capHeight: font.value.capHeight } : problemOf(font.problem);
}

function readPicture(bytes: Uint8Array): ReadPictureResult | ThreadProblem {
  const picture = readPictureFile(bytes);
  if (!picture.ok) return problemOf(picture.problem);
  return { ok: true, widthPx: picture.value.widthPx, heightPx: picture.value.heightPx };
}

async function mendBytes(
  task: TaskOf<"mend">,
  onPage: (index: number, count: number) => void,
): Promise<MendedResult | ThreadProblem> {
  const mended = await withPainter((paint) =>
    mendFile(task.bytes, task.standard, {
      inflate: nodeInflate,
      paint,
      onPage,
      limits: { fileBytes: task.maxFileBytes },
      ...task.given,
      ...(task.only ? { chosen: isAmong(task.only) } : {}),
    }),
  );
  if (!mended.ok) return problemOf(mended.problem);
  const { bytes, done, left: undone, after, drawing, pictures } = mended.value;
  return {
    ok: true,
    bytes,
    sha256: createHash("sha256").update(bytes).digest("hex"),
    mended: [
      ...done.map(({ rule, title, page, layer, count, message }): MendRow => ({
        rule,
        title,
        page,
        count,
        message,
        ...(layer === undefined ? {} : { layer }),
      })),
      ...undone.map(({ key, rule, title, page, layer, reason }): MendRow => ({
        key,
        rule,
        title,
        page,
        count: 0,
        message: reason,
        undone: true,
        ...(layer === undefined ? {} : { layer }),
      })),
      ...pictures.notCompared.map(({ page, reason }): MendRow => ({
        rule: "",
        title: `Page ${page}`,
        page,
        count: 0,
        message: reason,
        notCompared: true,
      })),
    ],
    left: after.findings,
    drawing: packed(drawing),
  };
}

/** Pictures that can be read; they were looked at when they were uploaded. */
const picturesOf = (kept: TaskOf<"compose">["sheet"]["pictures"]): Map<string, PictureFile> =>
  new Map(
    kept.flatMap(({ sha256, bytes }) => {
      const picture = readPictureFile(bytes);
      return picture.ok ? [[sha256, picture.value] as const] : [];
    }),
  );

async function compose({ standard, sheet }: TaskOf<"compose">): Promise<ComposedResult | ThreadProblem> {
  const frame = standard.frames.find((each) => each.id === sheet.frame);
  if (!frame)
    return {
      ok: false,
      problem: `The standard has no frame “${sheet.frame}”.`,
      remedy: "Choose another frame for the sheet.",
    };
  const { placement } = sheet;
  const composed = await composeSheet({
    standard,
    frame,
    particulars: sheet.particulars,
    units: sheet.units,
    font: openedFont(sheet.font),
    fonts: sheet.fonts.map(openedFont),
    inflate: nodeInflate,
    pictures: picturesOf(sheet.pictures),
    placements: placement
      ? [
          {
            bytes: placement.bytes,
            drawnAt: must(parseScale(placement.drawnAt)),
            placedAt: must(parseScale(placement.placedAt)),
            title: placement.title,
            ...(placement.middleMm ? { middleMm: placement.middleMm } : {}),
          },
        ]
      : [],
  });
  if (!composed.ok) return problemOf(composed.problem);
  const { bytes, placed } = composed.value;
  const [first] = placed;
  const read = sheet.withDrawing ? await readAndInspect(bytes, standard, { inflate: nodeInflate }) : undefined;
  return {
    ok: true,
    bytes,
    drawing: read?.ok ? packed(read.value.drawing) : null,
    placed: first ? { ...first.boxMm, fits: first.fits } : null,
    findings: read?.ok ? read.value.inspected.findings : [],
  };
}
