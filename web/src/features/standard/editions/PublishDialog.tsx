"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { Difference, Undecided } from "@hemstitch/core/standard/plain";
import { sendJson, wordsOf } from "../../shared/api";
import { useKept } from "../../shared/use-kept";
import { undecidedWords } from "../undecided-words";
import { ChangeWords } from "./ChangeList";

/** Publishing asks what is new, and then seals the edition. */
export function PublishDialog({
  number,
  changes,
  version,
  undecided,
  isTried,
  onClose,
}: {
  number: number;
  changes: readonly Difference[];
  version: number;
  /** What its showing chart leaves open. */
  undecided: readonly Undecided[];
  /** Whether the plan sets were judged by the draft as it is now. */
  isTried: boolean;
  onClose: () => void;
}) {
  const [summary, setSummary, forget] = useKept(`edition ${number}`, () => "");
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const publish = async (): Promise<void> => {
    setBusy(true);
    try {
      await sendJson("POST", "/api/editions/publish", { summary, version });
      forget();
      window.location.assign("/standard/editions?view=editions");
    } catch (error) {
      setProblem(wordsOf(error));
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Publish edition {number}</DialogTitle>
      <DialogContent>
        <Typography variant="body2" sx={{ mb: 2 }}>
          An edition is numbered and sealed: nobody can change it afterwards, and drawings are judged by it from now on.
        </Typography>
        <TextField
          autoFocus
          label="What is new, for those who draw"
          multiline
          minRows={3}
          fullWidth
          value={summary}
          onChange={({ target: { value } }) => setSummary(() => value)}
          slotProps={{ htmlInput: { maxLength: 4000 } }}
        />
        {undecided.length > 0 && (
          <Typography variant="body2" sx={{ mt: 2 }}>
            Undecided in the showing chart: {undecidedWords(undecided)}. Marks on these layers are not judged there.
          </Typography>
        )}
        {!isTried && (
          <Typography variant="body2" sx={{ mt: 2 }}>
            Not tried: no plan set has been judged by the draft as it is now.
          </Typography>
        )}
        <Box sx={{ mt: 2, maxHeight: 240, overflow: "auto" }}>
          <ChangeWords changes={changes} />
        </Box>
        {problem && (
          <Typography role="alert" color="error">
            {problem}
          </Typography>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={busy || summary.trim() === ""} onClick={() => void publish()}>
          Publish and seal
        </Button>
      </DialogActions>
    </Dialog>
  );
}
