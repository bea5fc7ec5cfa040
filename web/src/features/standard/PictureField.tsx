"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { PictureAnswer } from "@/app/api/standard/stamps/route";
import { sendFile, wordsOf } from "../shared/api";
import { UploadButton } from "../shared/UploadButton";

/** A picture by its SHA-256: uploaded, exchanged, taken away. */
export function PictureField({
  label,
  value,
  onChange,
  disabled,
}: {
  label: string;
  value: string | undefined;
  onChange: (sha256: string | undefined) => void;
  disabled: boolean;
}) {
  const [told, setTold] = useState<{ words: string; bad: boolean } | null>(null);
  const take = async (file: File): Promise<void> => {
    try {
      const kept = await sendFile<PictureAnswer>("/api/standard/stamps", file);
      onChange(kept.sha256);
      setTold({ words: `${kept.widthPx} × ${kept.heightPx} dots. Store to keep it.`, bad: false });
    } catch (error) {
      setTold({ words: wordsOf(error), bad: true });
    }
  };
  return (
    <Box>
      <Typography variant="caption" color="text.secondary" component="div">
        {label}: {value ? `uploaded, ${value.slice(0, 8)}…` : "none"}
      </Typography>
      {!disabled && (
        <>
          <UploadButton accept=".png,.jpg,.jpeg" testId="picture-file" onFile={(file) => void take(file)}>
            {value ? "Another" : "Upload"}
          </UploadButton>
          {value && <Button onClick={() => onChange(undefined)}>Take away</Button>}
        </>
      )}
      {told && (
        <Typography role="status" variant="body2" color={told.bad ? "error" : "text.secondary"}>
          {told.words}
        </Typography>
      )}
    </Box>
  );
}
