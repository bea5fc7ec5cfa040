"use client";
import type { LogAnswer } from "@/app/api/log/route";
import type { Sent } from "@/server/forms/answers";
import Box from "@mui/material/Box";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { getJson, wordsOf } from "../../shared/api";
import { DownloadButton } from "../../shared/DownloadButton";
import { PlainTable } from "../../shared/PlainTable";
import { changeInWords, whatInWords } from "./log-words";

const ABOUT = [
  ["", "everything"],
  ["standard.", "the standard"],
  ["standard.layers", "layers"],
  ["standard.showing", "the showing chart"],
  ["request.", "requests"],
  ["people.", "people"],
  ["plan-set.", "plan sets"],
  ["file.", "files"],
] as const;

const SHOW_EMPTY = { select: { displayEmpty: true }, inputLabel: { shrink: true } } as const;

/** Every change: who, when, what, from, to. Filtered, and out as CSV. */
export function Log({ people }: { people: readonly string[] }) {
  const [who, setWho] = useState("");
  const [what, setWhat] = useState("");
  const [words, setWords] = useState("");
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const [rows, setRows] = useState<Sent<LogAnswer>["log"] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const query = new URLSearchParams({ who, what, words, from, to }).toString();
  useEffect(() => {
    let wanted = true;
    const timer = setTimeout(() => {
      getJson<Sent<LogAnswer>>(`/api/log?${query}`)
        .then(({ log }) => wanted && (setRows(log), setProblem(null)))
        .catch((error: unknown) => wanted && setProblem(wordsOf(error)));
    }, 200);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [query]);
  return (
    <>
      <Box sx={{ display: "flex", gap: 1.5, mb: 1.5, pt: 1, flexWrap: "wrap", alignItems: "center" }}>
        <TextField
          select
          label="Who"
          value={who}
          slotProps={SHOW_EMPTY}
          onChange={(event) => setWho(event.target.value)}
          sx={{ width: 180 }}
        >
          <MenuItem value="">everybody</MenuItem>
          {people.map((each) => (
            <MenuItem key={each} value={each}>
              {each}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="What"
          value={what}
          slotProps={SHOW_EMPTY}
          onChange={(event) => setWhat(event.target.value)}
          sx={{ width: 170 }}
        >
          {ABOUT.map(([value, title]) => (
            <MenuItem key={value} value={value}>
              {title}
            </MenuItem>
          ))}
        </TextField>
        <TextField label="Entry" value={words} onChange={(event) => setWords(event.target.value)} sx={{ width: 150 }} />
        <TextField
          label="From"
          type="date"
          value={from}
          onChange={(event) => setFrom(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <TextField
          label="To"
          type="date"
          value={to}
          onChange={(event) => setTo(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <Box sx={{ flex: 1 }} />
        <DownloadButton href={`/api/log?${query}&format=csv`}>Download CSV</DownloadButton>
      </Box>
      {problem && (
        <Typography role="alert" color="error">
          {problem}
        </Typography>
      )}
      <PlainTable label="Log" head={["When", "Who", "What", "From → to"]}>
        {(rows ?? []).map((row) => (
          <tr key={row.id}>
            <td style={{ whiteSpace: "nowrap" }}>
              {new Date(row.at).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}
            </td>
            <td>{row.who}</td>
            <td>
              {whatInWords(row.what)} {row.entry && <code>{row.entry}</code>}
            </td>
            <td style={{ overflowWrap: "anywhere" }}>{changeInWords(row)}</td>
          </tr>
        ))}
      </PlainTable>
      {rows?.length === 0 && <Typography color="text.secondary">Nothing matches.</Typography>}
      {rows !== null && rows.length >= 300 && (
        <Typography variant="body2">The newest 300; the CSV has them all.</Typography>
      )}
    </>
  );
}
