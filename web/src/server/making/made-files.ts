import { otherFonts } from "@hemstitch/core/sheet";
import type { OfficeStandard } from "@hemstitch/core/standard";
import type { Table } from "@hemstitch/core/tables";
import { complain } from "../base/answer";
import { inThread } from "../work/threads";
import type { DrawingFormat, MadeFile, NamedFont, TaskOf, ThreadProblem } from "../work/thread-work";
import { barlow, fontsOf } from "./standard-fonts";

/** What is answered to work that a thread could not do. */
export const complainOfWork = ({ problem, remedy }: ThreadProblem, status = 422): Response =>
  complain(status, { message: problem, ...(remedy ? { remedy } : {}) });

/** Files that take a second or more to make are made in threads; nobody else waits for them. */
const bytesOf = (made: MadeFile | ThreadProblem): Uint8Array => {
  if (!made.ok) throw new Error(made.problem);
  return made.bytes;
};

export const workbookOf = async (tables: readonly Table[]): Promise<Uint8Array> =>
  bytesOf(await inThread({ kind: "workbook", tables }));

/** Which of the two formats a request asks for. */
export const formatAsked = (request: Request): DrawingFormat =>
  new URL(request.url).searchParams.get("format") === "svg" ? "svg" : "pdf";

type Asked<K extends "starter" | "library-item"> = Omit<TaskOf<K>, "kind" | "fonts">;

export const starterOf = async (officeId: string, asked: Asked<"starter">): Promise<MadeFile | ThreadProblem> =>
  inThread({ kind: "starter", fonts: await fontFilesOf(officeId, asked.standard), ...asked });

export const libraryItemOf = async (
  officeId: string,
  asked: Asked<"library-item">,
): Promise<MadeFile | ThreadProblem> =>
  inThread({ kind: "library-item", fonts: await fontFilesOf(officeId, asked.standard), ...asked });

const fontFilesOf = (officeId: string, standard: OfficeStandard): Promise<NamedFont[]> => fontsOf(officeId, standard);

/** The manual, set in the font that Hemstitch itself writes in. */
export async function manualOf(
  officeId: string,
  request: Omit<TaskOf<"manual">, "kind" | "font" | "fonts">,
): Promise<Uint8Array> {
  const own = barlow();
  const fonts = otherFonts(request.standard, await fontsOf(officeId, request.standard), own);
  return bytesOf(
    await inThread({
      kind: "manual",
      font: own.bytes,
      fonts,
      ...request,
    }),
  );
}
