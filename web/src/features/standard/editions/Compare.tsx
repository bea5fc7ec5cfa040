"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useRef, useState } from "react";
import type { Difference } from "@hemstitch/core/standard/plain";
import type { ComparedAnswer } from "@/app/api/standard/compare/route";
import { sendFile, wordsOf } from "../../shared/api";
import { ChangeWords } from "./ChangeList";
import type { EditionRow } from "./EditionList";

/** Any two editions, the draft, or a file against one of them, entry by entry. */
export function Compare({ editions }: { editions: readonly EditionRow[] }) {
  const [from, setFrom] = useState(String(editions[1]?.number ?? editions[0]?.number ?? "draft"));
  // What the draft changes stands in a view of its own.
  const [to, setTo] = useState(editions[1] ? String(editions[0]?.number) : "draft");
  const [file, setFile] = useState<File | null>(null);
  const [{ found, problem }, setAnswer] = useState<{ found?: readonly Difference[]; problem?: string }>({});
  const input = useRef<HTMLInputElement>(null);
  const options = ["draft", ...editions.map((edition) => String(edition.number))];
  const words = (option: string): string => (option === "draft" ? "The draft" : `Edition ${option}`);
  useEffect(() => {
    let newer = false;
    const query = new URLSearchParams({ from, to: file ? "file" : to }).toString();
    sendFile<ComparedAnswer>(`/api/standard/compare?${query}`, file ?? new Blob([])).then(
      ({ differences }) => newer || setAnswer({ found: differences }),
      (error: unknown) => newer || setAnswer({ problem: wordsOf(error) }),
    );
    return () => {
      newer = true;
    };
  }, [from, to, file]);
  return (
    <Box sx={{ maxWidth: 900 }}>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", mb: 2, pt: 1 }}>
        <TextField
          select
          label="From"
          value={from}
          onChange={(event) => setFrom(event.target.value)}
          sx={{ width: 150 }}
        >
          {options.map((option) => (
            <MenuItem key={option} value={option}>
              {words(option)}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="To"
          value={file ? "file" : to}
          onChange={(event) => {
            if (event.target.value === "file") return;
            setFile(null);
            setTo(event.target.value);
          }}
          sx={{ width: 190 }}
        >
          {options.map((option) => (
            <MenuItem key={option} value={option}>
              {words(option)}
            </MenuItem>
          ))}
          {file && <MenuItem value="file">{file.name}</MenuItem>}
        </TextField>
        <input
          ref={input}
          type="file"
          hidden
          accept=".json,.xlsx"
          data-testid="compare-file"
          onChange={(event) => {
            setFile(event.target.files?.[0] ?? null);
            // The same file, changed meanwhile, may be chosen again.
            event.target.value = "";
          }}
        />
        <Button onClick={() => input.current?.click()}>A file…</Button>
      </Box>
      {problem && (
        <Typography role="alert" color="error">
          {problem}
        </Typography>
      )}
      {found && (
        <>
          <Typography variant="h2" role="status" sx={{ mb: 1 }}>
            {found.length === 0
              ? "No difference"
              : `${found.length.toLocaleString("en")} ${found.length === 1 ? "difference" : "differences"}`}
          </Typography>
          <ChangeWords changes={found} />
        </>
      )}
    </Box>
  );
}
