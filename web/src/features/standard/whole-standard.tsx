"use client";
import dynamic from "next/dynamic";
import { useRef, useState, type ReactNode } from "react";

const ImportDialog = dynamic(() => import("./ImportDialog"), { ssr: false });

/** A file with a whole standard: `choose` asks for it, `dialog` stands where it may open and tries it first. */
export function useWholeStandard(): { readonly choose: () => void; readonly dialog: ReactNode } {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  return {
    choose: () => input.current?.click(),
    dialog: (
      <>
        <input
          ref={input}
          type="file"
          accept=".json,.xlsx,application/json"
          hidden
          data-testid="standard-file"
          onChange={(event) => {
            setFile(event.target.files?.[0] ?? null);
            event.target.value = "";
          }}
        />
        {file && <ImportDialog file={file} onClose={() => setFile(null)} />}
      </>
    ),
  };
}
