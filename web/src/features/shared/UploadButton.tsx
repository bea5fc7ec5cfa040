"use client";
import Button from "@mui/material/Button";
import { useRef } from "react";

/** A button that takes one file; the same file may be taken again. */
export function UploadButton({
  children,
  accept,
  testId,
  onFile,
}: {
  children: string;
  /** Endings of file names, with commas between. */
  accept: string;
  testId: string;
  onFile: (file: File) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        data-testid={testId}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          event.target.value = "";
        }}
      />
      <Button onClick={() => input.current?.click()}>{children}</Button>
    </>
  );
}
