import { writeCsv } from "@hemstitch/core/tables";
import { changeInWords } from "@/features/standard/editions/log-words";
import { answer, guarded } from "@/server/access/guarded";
import { download } from "@/server/making/download";
import { logOf, type LogFilter, type LogRow } from "@/server/log/log";

/** Newest first. */
export interface LogAnswer {
  readonly log: readonly LogRow[];
}

const MOST_SHOWN = 300;
const MOST_EXPORTED = 50_000;

function filterOf(params: URLSearchParams): LogFilter {
  const day = (name: string, end: boolean): Date | undefined => {
    const written = params.get(name) ?? "";
    if (!/^\d{4}-\d{2}-\d{2}$/.test(written)) return undefined;
    const date = new Date(`${written}T${end ? "23:59:59.999" : "00:00:00"}Z`);
    return Number.isNaN(date.getTime()) ? undefined : date;
  };
  const [from, to] = [day("from", false), day("to", true)];
  const text = (name: string): string | undefined => params.get(name)?.slice(0, 200) || undefined;
  const [who, what, words] = [text("who"), text("what"), text("words")];
  return {
    ...(who ? { who } : {}),
    ...(what ? { what } : {}),
    ...(words ? { words } : {}),
    ...(from ? { from } : {}),
    ...(to ? { to } : {}),
  };
}

/** Who changed what, when, from what to what; `format=csv` downloads it. */
export const GET = guarded("see-office", async (asker, request) => {
  const { searchParams } = new URL(request.url);
  const filter = filterOf(searchParams);
  if (searchParams.get("format") !== "csv")
    return answer({ log: await logOf(asker.officeId, filter, MOST_SHOWN) } satisfies LogAnswer);
  const rows = await logOf(asker.officeId, filter, MOST_EXPORTED);
  const text = (value: unknown): string => (value === null || value === undefined ? "" : JSON.stringify(value));
  const csv = writeCsv({
    title: "Log",
    columns: ["When", "Who", "What", "Entry", "Change", "From", "To"],
    rows: rows.map((row) => [
      row.at.toISOString(),
      row.who,
      row.what,
      row.entry ?? "",
      changeInWords(row),
      text(row.before),
      text(row.after),
    ]),
  });
  return download(new TextEncoder().encode(csv), "log.csv");
});
