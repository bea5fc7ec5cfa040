"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import type { FileSummary, InspectedFileDetail } from "@/server/queries/inspections";
import { getJson, sendJson } from "../shared/api";
import { ExactPicture } from "../sheet-view/exact/exact-picture";
import { takePicture } from "./first-pictures";
import { FirstLook } from "./FirstLook";
import { SheetTable, type SheetTableProps } from "./SheetTable";

/** One file of an inspection: under way, not to be read, or on the light table. */
export function OneFile({
  file,
  finding,
  refresh,
  planSets,
}: {
  file: FileSummary;
  finding: string | null;
  refresh: () => Promise<void>;
  planSets: SheetTableProps["planSets"];
}) {
  const detail = useDetail(file);
  if (file.state === "failed" || file.state === "cancelled") return <NotInspected file={file} />;
  if (file.state !== "done" || !detail) return <UnderWay file={file} onChanged={refresh} />;
  return <SheetTable file={file} detail={detail} finding={finding} refresh={refresh} planSets={planSets} />;
}

/** The findings of a file, fetched anew when its state changes. */
function useDetail(file: FileSummary): InspectedFileDetail | null {
  const [detail, setDetail] = useState<InspectedFileDetail | null>(null);
  useEffect(() => {
    if (file.state !== "done") return;
    let wanted = true;
    void getJson<InspectedFileDetail>(`/api/inspected/${file.id}`).then((found) => wanted && setDetail(found));
    return () => {
      wanted = false;
    };
  }, [file.id, file.state, file.mendState, file.judging]);
  return detail;
}

function NotInspected({ file }: { file: FileSummary }) {
  const cancelled = file.state === "cancelled";
  return (
    <Box sx={{ p: 4, maxWidth: 640 }}>
      <Typography variant="h2" color={cancelled ? "text.primary" : "error"} sx={{ mb: 1 }}>
        {cancelled ? "Cancelled" : "This file could not be read"}
      </Typography>
      <Typography variant="body1" sx={{ mb: 1, overflowWrap: "anywhere" }}>
        {file.name}
      </Typography>
      <Typography variant="body1">
        {cancelled ? "The inspection was cancelled before it was done." : file.problem}
      </Typography>
      {file.remedy && (
        <Typography variant="body1" color="text.secondary">
          {file.remedy}
        </Typography>
      )}
    </Box>
  );
}

/** The sheet as it came, and beside it how far the inspection is. */
function UnderWay({ file, onChanged }: { file: FileSummary; onChanged: () => Promise<void> }) {
  const picture = useFirstPicture(file);
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: "grid", gridTemplateColumns: "minmax(0, 1fr) 372px" }}>
      <Box sx={{ position: "relative", minHeight: 0 }}>
        <FirstLook picture={picture} name={file.name} />
      </Box>
      <Box sx={{ p: 2, borderLeft: "1px solid", borderColor: "divider", bgcolor: "background.paper" }}>
        <Typography variant="h2" sx={{ mb: 1 }}>
          {file.state === "waiting" ? "Waiting for a worker" : "Being measured"}
        </Typography>
        <LinearProgress
          aria-label="Progress of the inspection"
          variant={file.state === "working" && file.progress > 0 ? "determinate" : "indeterminate"}
          value={file.progress * 100}
          sx={{ mb: 1.5 }}
        />
        <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
          {file.state === "waiting" ? beforeInWords(file.before) : "Findings come as flags on the sheet."}
        </Typography>
        {file.state !== "done" && (
          <Button onClick={() => void sendJson("POST", `/api/inspected/${file.id}/cancel`).then(onChanged)}>
            Cancel
          </Button>
        )}
      </Box>
    </Box>
  );
}

/** The picture of a file that is not judged yet: the one that was begun when it was dropped, or of what has arrived. */
function useFirstPicture({ id, name }: FileSummary): ExactPicture | null {
  const [picture, setPicture] = useState<ExactPicture | null>(null);
  useEffect(() => {
    let wanted = true;
    const taken = takePicture(name) ?? Promise.resolve(new ExactPicture(`/api/inspected/${id}/download?state=before`));
    taken.then(
      (found) => (wanted ? setPicture(found) : found.close()),
      () => undefined,
    );
    return () => {
      wanted = false;
      void taken.then((found) => found.close()).catch(() => undefined);
    };
  }, [id, name]);
  return picture;
}

/** How much is done before a file that waits. */
const beforeInWords = (before: number): string =>
  before === 0 ? "It is next." : `${before.toLocaleString("en")} ${before === 1 ? "file is" : "files are"} before it.`;
