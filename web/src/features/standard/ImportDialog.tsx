"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import type { ImportAnswer } from "@/app/api/standard/import/route";
import { ApiError, sendFile, wordsOf } from "../shared/api";

/** A whole standard from a file is tried first: what it would change, or every error with its place; then all of it is stored or nothing. */
export default function ImportDialog({ file, onClose }: { file: File; onClose: () => void }) {
  const [sound, setSound] = useState<ImportAnswer | null>(null);
  const [problem, setProblem] = useState<{ words: string; list: readonly { at: string; message: string }[] } | null>(
    null,
  );
  const fail = (error: unknown): void =>
    setProblem({ words: wordsOf(error), list: error instanceof ApiError ? error.problems : [] });
  useEffect(() => {
    sendFile<ImportAnswer>("/api/standard/import", file).then(setSound).catch(fail);
  }, [file]);
  const store = (): void => {
    if (sound)
      void sendFile(`/api/standard/import?store=${sound.version}`, file)
        .then(() => window.location.reload())
        .catch(fail);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>Import {file.name}</DialogTitle>
      <DialogContent>
        {!sound && !problem && <Typography>Checking…</Typography>}
        {sound && !problem && (
          <>
            <Typography sx={{ mb: 1 }}>
              {sound.name}, {sound.edition === "draft" ? "draft" : `edition ${sound.edition}`}. It is sound.{" "}
              {sound.changes === 0
                ? "It says what the draft says."
                : `It would change ${sound.changes.toLocaleString("en")} things in the draft:`}
            </Typography>
            <Box component="ul" sx={{ m: 0, pl: 2, maxHeight: 320, overflow: "auto", fontSize: 13 }}>
              {[...sound.notes, ...sound.words].map((words, i) => (
                <li key={i}>{words}</li>
              ))}
            </Box>
          </>
        )}
        {problem && (
          <>
            <Typography role="alert" color="error" sx={{ mb: 1 }}>
              {problem.words}
            </Typography>
            <Box component="ul" sx={{ m: 0, pl: 2, maxHeight: 320, overflow: "auto", fontSize: 13 }}>
              {problem.list.map((each, i) => (
                <li key={i}>
                  <code>{each.at || "(file)"}</code> {each.message}
                </li>
              ))}
            </Box>
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{problem ? "Close" : "Cancel"}</Button>
        {sound && !problem && (
          <Button variant="contained" disabled={sound.changes === 0} onClick={store}>
            Replace the draft
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
