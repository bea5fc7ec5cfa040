"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { useRef, useState } from "react";
import { sendFile, wordsOf } from "../shared/api";

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
  const input = useRef<HTMLInputElement>(null);
  const [told, setTold] = useState<{ words: string; bad: boolean } | null>(null);
  const take = async (file: File): Promise<void> => {
    try {
      const kept = await sendFile<{ sha256: string; widthPx: number; heightPx: number }>("/api/standard/stamps", file);
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
      <input
        ref={input}
        type="file"
        accept=".png,.jpg,.jpeg"
        hidden
        data-testid="picture-file"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) void take(file);
          event.target.value = "";
        }}
      />
      {!disabled && (
        <>
          <Button onClick={() => input.current?.click()}>{value ? "Another" : "Upload"}</Button>
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
