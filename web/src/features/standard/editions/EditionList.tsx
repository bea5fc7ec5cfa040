"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useRouter } from "next/navigation";
import { Empty } from "../../shared/Empty";
import { sendJson, wordsOf } from "../../shared/api";
import { ConfirmButton } from "../../shared/ConfirmButton";
import { DownloadButton } from "../../shared/DownloadButton";
import { useNotice } from "../../shared/Notice";

export interface EditionRow {
  readonly number: number;
  readonly digest: string;
  readonly summary: string;
  readonly publishedBy: string;
  readonly publishedAt: string;
}

/** Published editions: sealed, each with its digest; the draft can be rolled back to any. */
export function EditionList({
  editions,
  mayEdit,
  version,
  changes,
}: {
  editions: readonly EditionRow[];
  /** How many things the draft changes from the edition in force. */
  changes: number;
  mayEdit: boolean;
  version: number;
}) {
  const router = useRouter();
  const notice = useNotice();
  const rollBack = async (edition: number): Promise<void> => {
    try {
      await sendJson("POST", "/api/standard/roll-back", { edition, version });
      notice(`The draft says what edition ${edition} says.`);
      window.location.assign("/standard/editions");
    } catch (error) {
      notice(wordsOf(error), "error");
      router.refresh();
    }
  };
  if (editions.length === 0)
    return (
      <Empty>
        An edition is the standard as it stood on a day, sealed: plan sets follow one, and what was judged by it can be
        judged again. Nothing has been published yet. Publish the draft when the office is to work by it.
      </Empty>
    );
  return (
    <Box sx={{ maxWidth: 900 }}>
      {editions.map((edition, i) => (
        <Box
          key={edition.number}
          sx={{
            display: "grid",
            gridTemplateColumns: "120px 1fr auto",
            gap: 2,
            py: 1.25,
            borderBottom: "1px solid",
            borderColor: "divider",
          }}
        >
          <Box>
            <Typography variant="h2">Edition {edition.number}</Typography>
            {i === 0 && (
              <Typography variant="caption" sx={{ color: "success.main" }}>
                in force
              </Typography>
            )}
          </Box>
          <Box>
            <Typography variant="body1" sx={{ whiteSpace: "pre-wrap", overflowWrap: "anywhere" }}>
              {edition.summary}
            </Typography>
            <Typography variant="caption" color="text.secondary">
              {edition.publishedBy},{" "}
              {new Date(edition.publishedAt).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })} ·
              digest <code>{edition.digest.slice(0, 16)}</code>
            </Typography>
          </Box>
          <Box>
            <DownloadButton href={`/api/standard/manual?edition=${edition.number}`}>Manual</DownloadButton>
            <DownloadButton href={`/api/standard/export?edition=${edition.number}`}>JSON</DownloadButton>
            <DownloadButton href={`/api/standard/workbook?edition=${edition.number}`}>XLSX</DownloadButton>
            {mayEdit && (
              <ConfirmButton
                question={`Roll the draft back to edition ${edition.number}?`}
                consequence={
                  changes === 0
                    ? "The draft then says what that edition says. No edition changes."
                    : `What the draft changes since edition ${editions[0]?.number ?? ""} goes: ${changes.toLocaleString("en")} ${changes === 1 ? "change" : "changes"}. The log keeps each of them. No edition changes.`
                }
                verb="Roll back"
                onConfirm={() => void rollBack(edition.number)}
              >
                Roll draft back
              </ConfirmButton>
            )}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
