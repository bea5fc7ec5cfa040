"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { megabytes } from "@hemstitch/core/quantity";
import { wordsOf } from "../shared/api";
import { useNotice } from "../shared/Notice";
import { keepPainterReady, type ExactPicture } from "../sheet-view/exact/exact-picture";
import { beginPicture } from "./first-pictures";
import { FirstLook } from "./FirstLook";
import { uploadFiles, type Progress } from "./upload";

/** Where drawings are dropped; they are sent from here, and the first is seen as it goes. */
export function DropZone({ maxBytes, planSetId }: { maxBytes: number; planSetId: string | null }) {
  const router = useRouter();
  const notice = useNotice();
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [sending, setSending] = useState<Progress | null>(null);
  const [look, setLook] = useState<{ readonly picture: ExactPicture; readonly name: string } | null>(null);
  useEffect(keepPainterReady, []);
  const cancelling = useRef<AbortController | null>(null);
  const send = async (list: FileList | null): Promise<void> => {
    const files = [...(list ?? [])];
    if (files.length === 0) return;
    const cancel = (cancelling.current = new AbortController());
    setLook(null);
    const begun = beginPicture(files);
    void begun?.picture.then(
      (picture) => setLook({ picture, name: begun.name }),
      () => undefined,
    );
    try {
      const { id, sent, refused } = await uploadFiles(files, maxBytes, planSetId, setSending, cancel.signal);
      if (refused.length > 0) notice(refused.join("\n"), "error");
      // What is shown stays until the page with the inspection takes its place.
      if (sent > 0) return router.push(`/inspection/${id}`);
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
    setSending(null);
  };
  return (
    <Box
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void send(event.dataTransfer.files);
      }}
      sx={{
        border: "2px dashed",
        borderColor: over ? "secondary.main" : "divider",
        bgcolor: "background.paper",
        borderRadius: 1,
        py: 5,
        mb: 3,
        textAlign: "center",
      }}
    >
      <input
        ref={input}
        type="file"
        multiple
        accept=".pdf,application/pdf"
        hidden
        data-testid="files"
        onChange={(event) => void send(event.target.files)}
      />
      {sending ? (
        <>
          <SendingBar progress={sending} onCancel={() => cancelling.current?.abort()} />
          {look && (
            <Box sx={{ position: "relative", height: "56vh", mt: 2 }}>
              <FirstLook {...look} />
            </Box>
          )}
        </>
      ) : (
        <>
          <Typography variant="h2" sx={{ mb: 0.5 }}>
            Drop drawings here
          </Typography>
          <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
            Layered PDF, several at once, up to {megabytes(maxBytes)} each
          </Typography>
          <Button variant="contained" onClick={() => input.current?.click()}>
            Choose files
          </Button>
        </>
      )}
    </Box>
  );
}

function SendingBar({ progress, onCancel }: { progress: Progress; onCancel: () => void }) {
  const { name, nth, files, bytes, ofBytes, waiting } = progress;
  return (
    <Box sx={{ width: 420, maxWidth: "90%", mx: "auto" }} aria-live="polite">
      <Typography variant="body2" noWrap sx={{ mb: 1 }}>
        {files > 1 ? `${nth} of ${files}: ` : ""}
        {name}
      </Typography>
      <LinearProgress
        aria-label="Sending files"
        variant="determinate"
        color={waiting ? "warning" : "primary"}
        value={ofBytes === 0 ? 0 : (bytes / ofBytes) * 100}
      />
      <Box sx={{ display: "flex", alignItems: "center", justifyContent: "space-between", mt: 0.5 }}>
        <Typography variant="body2" color="text.secondary">
          {waiting
            ? "The server can't be reached. The upload goes on by itself as soon as it can."
            : `${megabytes(bytes)} of ${megabytes(ofBytes)}`}
        </Typography>
        <Button size="small" onClick={onCancel}>
          Cancel
        </Button>
      </Box>
    </Box>
  );
}
