"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { FileSummary, InspectedFileDetail } from "@/server/queries/inspections";
import { sendJson, wordsOf } from "../shared/api";
import { useMay } from "../shared/may";
import { useNotice } from "../shared/Notice";

/** Says that a file was judged by what is no longer in force, and has it judged again. */
export function JudgedBefore({
  file,
  detail,
  refresh,
}: {
  file: FileSummary;
  detail: InspectedFileDetail;
  refresh: () => Promise<void>;
}) {
  const [mayJudge, notice] = [useMay("mend"), useNotice()];
  const { behind } = detail;
  if (!file.judging && !behind) return null;
  const judge = async (): Promise<void> => {
    try {
      await sendJson("POST", `/api/inspected/${file.id}/judge-again`);
      await refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <Box role="status" sx={{ display: "flex", alignItems: "center", gap: 1, mt: -0.75, mb: 1, fontSize: 13 }}>
      {file.judging ? "Being judged again…" : `Edition ${behind?.edition} is now in force.`}
      {!file.judging && behind?.problem && (
        <Box component="span" sx={{ color: "error.main" }}>
          {behind.problem}
        </Box>
      )}
      {!file.judging && mayJudge && (
        <Button variant="outlined" size="small" onClick={() => void judge()}>
          Judge again
        </Button>
      )}
    </Box>
  );
}
