import type { Made } from "@/server/answers";
import { sendFile, sendJson, wordsOf } from "../shared/api";

/** Makes an inspection of dropped files, of a plan set or of none, and sends them one after the other. Returns its id and what could not be taken. */
export async function uploadFiles(
  files: readonly File[],
  maxBytes: number,
  planSetId: string | null,
  onSent: (sent: number, name: string) => void,
): Promise<{ id: string; refused: string[] }> {
  const [first] = files;
  const name =
    files.length === 1 && first
      ? first.name
      : `${files.length} files, ${new Date().toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}`;
  const { id } = await sendJson<Made>("POST", "/api/inspections", {
    name,
    ...(planSetId === null ? {} : { planSetId }),
  });
  const refused: string[] = [];
  for (const [i, file] of files.entries()) {
    onSent(i, file.name);
    if (file.size > maxBytes) {
      refused.push(
        `${file.name} has ${Math.round(file.size / 2 ** 20)} MB; the limit is ${Math.round(maxBytes / 2 ** 20)} MB. It was not read.`,
      );
      continue;
    }
    try {
      await sendFile(`/api/inspections/${id}/files?name=${encodeURIComponent(file.name)}`, file);
    } catch (error) {
      refused.push(`${file.name}: ${wordsOf(error)}`);
    }
  }
  return { id, refused };
}
