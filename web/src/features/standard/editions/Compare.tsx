"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useRef, useState } from "react";
import type { Difference } from "@hemstitch/core/standard/plain";
import { sendFile, wordsOf } from "../../shared/api";
import { ChangeWords } from "./ChangeList";
import type { EditionRow } from "./EditionList";

/** Any two editions, the draft, or a file against one of them, entry by entry. */
export function Compare({ editions }: { editions: readonly EditionRow[] }) {
  const [from, setFrom] = useState(String(editions[1]?.number ?? editions[0]?.number ?? "draft"));
  const [to, setTo] = useState("draft");
  const [file, setFile] = useState<File | null>(null);
  const [found, setFound] = useState<readonly Difference[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const options = ["draft", ...editions.map((edition) => String(edition.number))];
  const words = (option: string): string => (option === "draft" ? "The draft" : `Edition ${option}`);
  const compare = async (): Promise<void> => {
    setProblem(null);
    try {
      const query = new URLSearchParams({ from, to: file ? "file" : to }).toString();
      setFound(
        (await sendFile<{ differences: Difference[] }>(`/api/standard/compare?${query}`, file ?? new Blob([])))
          .differences,
      );
    } catch (error) {
      setProblem(wordsOf(error));
      setFound(null);
    }
  };
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
          onChange={(event) => setFile(event.target.files?.[0] ?? null)}
        />
        <Button onClick={() => input.current?.click()}>A file…</Button>
        <Button variant="contained" onClick={() => void compare()}>
          Compare
        </Button>
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
