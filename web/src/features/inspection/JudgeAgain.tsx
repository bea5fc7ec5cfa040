"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useRouter } from "next/navigation";
import type { JudgedAgainAnswer } from "@/app/api/judge-again/route";
import { sendJson, wordsOf } from "../shared/api";
import { useMay } from "../shared/may";
import { useNotice } from "../shared/Notice";

const drawings = (count: number): string => `${count.toLocaleString("en")} ${count === 1 ? "drawing" : "drawings"}`;

/** Drawings that were judged by an edition that is no longer in force, and one action for all of them. */
export function JudgeAgain({ behind }: { behind: number }) {
  const [router, mayJudge, notice] = [useRouter(), useMay("mend"), useNotice()];
  if (behind === 0) return null;
  const judge = async (): Promise<void> => {
    try {
      const { queued } = await sendJson<JudgedAgainAnswer>("POST", "/api/judge-again");
      notice(`${drawings(queued)} will be judged again. What was found before stays until then.`);
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <Box sx={{ display: "flex", alignItems: "center", gap: 2, py: 0.5, px: 1, fontSize: 14 }}>
      {drawings(behind)} {behind === 1 ? "was" : "were"} judged by an edition that is no longer in force
      {mayJudge && (
        <Button variant="outlined" size="small" onClick={() => void judge()}>
          Judge {behind === 1 ? "it" : "them"} again
        </Button>
      )}
    </Box>
  );
}
