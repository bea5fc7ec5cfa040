"use client";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { parseScale } from "@hemstitch/core/quantity";
import type { InspectedFileDetail } from "@/server/queries/inspections";
import { sendJson, wordsOf } from "../shared/api";

/** Takes an inspected file over into a plan set as a source drawing, from where it goes on a sheet. */
export default function SourceDialog({
  file,
  planSets,
  onClose,
}: {
  file: InspectedFileDetail;
  planSets: readonly { id: string; name: string }[];
  onClose: () => void;
}) {
  const router = useRouter();
  const [planSetId, setPlanSetId] = useState(planSets[0]?.id ?? "");
  const [title, setTitle] = useState(file.name.replace(/\.pdf$/i, ""));
  const [drawnAt, setDrawnAt] = useState(file.statedScale ?? "1:50");
  const [problem, setProblem] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  const scale = parseScale(drawnAt);
  const send = async (): Promise<void> => {
    setSending(true);
    try {
      await sendJson("POST", `/api/plan-sets/${planSetId}/sources`, { fileId: file.id, title, drawnAt });
      router.push(`/plan-sets/${planSetId}`);
    } catch (error) {
      setProblem(wordsOf(error));
      setSending(false);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>Put on a sheet</DialogTitle>
      <DialogContent sx={{ display: "flex", flexDirection: "column", gap: 2, pt: "8px !important" }}>
        {planSets.length === 0 && "There is no plan set yet. Make one under Plan sets first."}
        <TextField select label="Plan set" value={planSetId} onChange={(event) => setPlanSetId(event.target.value)}>
          {planSets.map((each) => (
            <MenuItem key={each.id} value={each.id}>
              {each.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField label="Title of the drawing" value={title} onChange={(event) => setTitle(event.target.value)} />
        <TextField
          label="Scale it is drawn at"
          value={drawnAt}
          onChange={(event) => setDrawnAt(event.target.value)}
          error={!scale.ok}
          helperText={
            scale.ok ? (file.statedScale ? "As the file states it" : "The file states no scale") : scale.problem.remedy
          }
        />
        {problem && <span role="alert">{problem}</span>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          disabled={!planSetId || !scale.ok || title.trim() === "" || sending}
          onClick={() => void send()}
        >
          {file.mendedSha256 ? "Take the mended file" : "Take the file as received"}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
