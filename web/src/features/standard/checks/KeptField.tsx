"use client";
import TextField from "@mui/material/TextField";
import { useEffect, useState } from "react";

/** A field whose text is kept when one leaves it or presses Enter; Escape brings back what was kept. */
export function KeptField({
  label,
  kept,
  onKeep,
  problem = () => undefined,
  hint,
  disabled = false,
}: {
  label: string;
  kept: string;
  onKeep: (text: string) => void;
  /** What is wrong with a text; one that is wrong is not kept. */
  problem?: (text: string) => string | undefined;
  /** Said below it while nothing is wrong. */
  hint?: string | undefined;
  disabled?: boolean;
}) {
  const [text, setText] = useState(kept);
  useEffect(() => setText(kept), [kept]);
  const wrong = text === kept ? undefined : problem(text);
  const keep = (): void => {
    if (text !== kept && wrong === undefined) onKeep(text);
  };
  return (
    <TextField
      fullWidth
      label={label}
      value={text}
      disabled={disabled}
      error={wrong !== undefined}
      helperText={wrong ?? hint}
      onChange={(event) => setText(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === "Enter") keep();
        if (event.key === "Escape") setText(kept);
      }}
    />
  );
}
