"use client";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import {
  keyOf,
  emptyLists,
  LISTS,
  type Entry,
  type ListName,
  type OfficeStandard,
  type Property,
} from "@hemstitch/core/standard/plain";
import { sendJson, wordsOf } from "../shared/api";
import { useNotice } from "../shared/Notice";
import { useDraftIfAny } from "../standard/draft";
import { EntryFields, withValue } from "../standard/EntryFields";

interface Props {
  readonly list: ListName;
  /** The entry as it stands, or as a new one begins. */
  readonly entry: Entry;
  readonly isNew: boolean;
  /** Finding that the wish comes from, in words. */
  readonly finding?: string;
  readonly onClose: () => void;
}

/** Where the asker does not see the standard, its lists offer nothing to choose from. */
const NO_STANDARD = { ...emptyLists() } as OfficeStandard;

/** Asks for a new entry of the standard or a change of one: how it should be, and why. */
export default function RequestDialog({ list, entry, isNew, finding, onClose }: Props) {
  const notice = useNotice();
  const draft = useDraftIfAny();
  const [sample, setSample] = useState<Entry>(entry);
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  // Pens, layers and the like are chosen from the standard's own; who does not see it leaves that to the coordinator.
  const shown = ({ path, shape, to }: Property): boolean =>
    path !== "note" &&
    ((shape !== "key" && shape !== "keys") || (to !== undefined && draft !== null && draft.standard[to].length > 0));
  const ask = async (): Promise<void> => {
    try {
      await sendJson("POST", "/api/requests", {
        list,
        entryKey: isNew ? "" : keyOf(list, entry),
        sample,
        reason,
        ...(finding ? { finding } : {}),
      });
      notice("Your request is with the coordinator.");
      onClose();
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>
        {isNew ? `Ask for a new ${LISTS[list].one}` : `Ask for a change of ${keyOf(list, entry)}`}
      </DialogTitle>
      <DialogContent>
        {finding && (
          <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
            From the finding: {finding}
          </Typography>
        )}
        <TextField
          autoFocus
          label="Why"
          multiline
          minRows={2}
          fullWidth
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          sx={{ mt: 1 }}
          slotProps={{ htmlInput: { maxLength: 4000 } }}
        />
        <Typography variant="h3" sx={{ mt: 2, mb: 1 }}>
          How it should be
        </Typography>
        <EntryFields
          list={list}
          entry={sample}
          onChange={(path, value) => setSample((was) => withValue(was, path, value))}
          standard={draft?.standard ?? NO_STANDARD}
          shown={shown}
          {...(isNew ? {} : { locked: LISTS[list].key })}
        />
        {problem && (
          <Typography role="alert" color="error" sx={{ mt: 1 }}>
            {problem}
          </Typography>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={reason.trim() === ""} onClick={() => void ask()}>
          Ask
        </Button>
      </DialogActions>
    </Dialog>
  );
}
