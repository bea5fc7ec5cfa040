import { createHash } from "node:crypto";
import { gzipSync } from "node:zlib";
import type { MessagePort } from "node:worker_threads";
import { packDrawing, type Drawing } from "@hemstitch/core/drawing";
import { readPdf } from "@hemstitch/core/formats/pdf";
import { inspect, statedScale, type Finding } from "@hemstitch/core/inspect";
import { mendPdf } from "@hemstitch/core/mend";
import { nodeInflate } from "@hemstitch/core/node";
import { formatScale, must, parseScale } from "@hemstitch/core/quantity";
import { readPictureFile, type PictureFile } from "@hemstitch/core/formats/picture-file";
import { composeSheet } from "@hemstitch/core/sheet";
import { writeWorkbook } from "@hemstitch/core/tables";
import { findingKey, MOST_PLACES, type FindingRow } from "../database/rows";
import { judgeEffect } from "./thread-effect";
import { manual, readWhole, tryTable } from "./thread-standard";
import {
  told,
  type ComposedResult,
  type InspectedResult,
  type MendedResult,
  type TaskOf,
  type ThreadProblem,
  type ThreadResults,
  type ThreadTask,
} from "./thread-work";

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
    case "effect":
      return judgeEffect(task, (progress) => port?.postMessage({ progress }));
    case "compose":
      return compose(task);
    case "manual":
      return manual(task);
    case "workbook":
      return { ok: true, bytes: await writeWorkbook(task.tables) };
    case "read-standard":
      return readWhole(task);
    case "try-table":
      return tryTable(task);
  }
}

const packed = (drawing: Drawing): Uint8Array => gzipSync(packDrawing(drawing), { level: 4 });

function rowOf(finding: Finding): FindingRow {
  const { rule, severity, page, layer, message, measured, expected, unit, mend, suggestions, count, boxMm, placesMm } =
    finding;
  return {
    rule,
    severity,
    page,
    ...(layer === undefined ? {} : { layer }),
    message,
    ...(measured === undefined ? {} : { measured }),
    ...(expected === undefined ? {} : { expected }),
    ...(unit === undefined ? {} : { unit }),
    ...(mend === undefined ? {} : { mend: mend.kind }),
    ...(suggestions === undefined ? {} : { suggestions }),
    count,
    atMm: boxMm,
    placesMm: Array.from(placesMm.subarray(0, MOST_PLACES * 4), (value) => Math.round(value * 1000) / 1000),
  };
}

async function inspectBytes(
  task: TaskOf<"inspect">,
  onPage: (index: number, count: number) => void,
): Promise<InspectedResult | ThreadProblem> {
  const read = await readPdf(task.bytes, { inflate: nodeInflate, onPage, limits: { fileBytes: task.maxFileBytes } });
  if (!read.ok) return told(read.problem);
  const drawing = read.value;
  const inspected = inspect(drawing, task.standard);
  const stated = drawing.pages[0] && statedScale(drawing.pages[0]);
  return {
    ok: true,
    pages: drawing.pages.length,
    layers: drawing.layers.map((layer) => layer.name),
    statedScale: stated
      ? formatScale(stated, drawing.pages[0]?.viewports[0]?.ratio.includes("=") ? "feet-inches" : "metric")
      : null,
    findings: inspected.findings.map(rowOf),
    notJudged: inspected.notJudged,
    drawing: packed(drawing),
  };
}

async function mendBytes(
  task: TaskOf<"mend">,
  onPage: (index: number, count: number) => void,
): Promise<MendedResult | ThreadProblem> {
  const only = task.only && new Set(task.only);
  const mended = await mendPdf(task.bytes, task.standard, {
    inflate: nodeInflate,
    onPage,
    limits: { fileBytes: task.maxFileBytes },
    ...(only ? { chosen: (finding: Finding) => only.has(findingKey(finding)) } : {}),
  });
  if (!mended.ok) return told(mended.problem);
  const { bytes, done, after, drawing } = mended.value;
  return {
    ok: true,
    bytes,
    sha256: createHash("sha256").update(bytes).digest("hex"),
    mended: done.map(({ rule, page, layer, count, message }) => ({
      rule,
      page,
      count,
      message,
      ...(layer === undefined ? {} : { layer }),
    })),
    left: after.findings.map(rowOf),
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
    font: sheet.font,
    fonts: sheet.fonts,
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
  if (!composed.ok) return told(composed.problem);
  const { bytes, placed } = composed.value;
  const [first] = placed;
  const read = sheet.withDrawing ? await readPdf(bytes, { inflate: nodeInflate }) : undefined;
  return {
    ok: true,
    bytes,
    drawing: read?.ok ? packed(read.value) : null,
    placed: first ? { ...first.boxMm, fits: first.fits } : null,
    findings: read?.ok ? inspect(read.value, standard).findings.map(rowOf) : [],
  };
}
