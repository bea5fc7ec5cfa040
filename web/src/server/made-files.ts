import { otherFonts } from "@hemstitch/core/sheet";
import type { Table } from "@hemstitch/core/tables";
import { inThread } from "./jobs/threads";
import type { MadeFile, TaskOf, ThreadProblem } from "./jobs/thread-work";
import { barlow, fontsOf } from "./standard-fonts";

/** Files that take a second or more to make are made in threads; nobody else waits for them. */
const bytesOf = (made: MadeFile | ThreadProblem): Uint8Array => {
  if (!made.ok) throw new Error(made.problem);
  return made.bytes;
};

export const workbookOf = async (tables: readonly Table[]): Promise<Uint8Array> =>
  bytesOf(await inThread({ kind: "workbook", tables }));

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
      fonts: fonts.map(({ family, bytes }) => ({ family, bytes })),
      ...request,
    }),
  );
}
