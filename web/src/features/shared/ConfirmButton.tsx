"use client";
import Button, { type ButtonProps } from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogContentText from "@mui/material/DialogContentText";
import DialogTitle from "@mui/material/DialogTitle";
import { useId, useState, type ReactNode } from "react";

/** A button for what can't be taken back at once: it asks first, and says what will happen. */
export function ConfirmButton({
  question,
  consequence,
  verb,
  onConfirm,
  ...button
}: Omit<ButtonProps, "onClick"> & {
  question: string;
  consequence: ReactNode;
  /** What the confirming button says: the deed, not “yes”. */
  verb: string;
  onConfirm: () => void;
}) {
  const [asking, setAsking] = useState(false);
  const title = useId();
  return (
    <>
      <Button {...button} onClick={() => setAsking(true)} />
      <Dialog open={asking} onClose={() => setAsking(false)} maxWidth="xs" fullWidth aria-labelledby={title}>
        <DialogTitle id={title}>{question}</DialogTitle>
        <DialogContent>
          <DialogContentText component="div" sx={{ fontSize: 14 }}>
            {consequence}
          </DialogContentText>
        </DialogContent>
        <DialogActions>
          <Button autoFocus onClick={() => setAsking(false)}>
            Cancel
          </Button>
          <Button
            variant="contained"
            onClick={() => {
              setAsking(false);
              onConfirm();
            }}
          >
            {verb}
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
