"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import FormControlLabel from "@mui/material/FormControlLabel";
import LinearProgress from "@mui/material/LinearProgress";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useCallback, useEffect, useRef, useState } from "react";
import { LISTS, type ListName } from "@hemstitch/core/standard/plain";
import type { StoredTable } from "@/app/api/standard/table/route";
import type { TriedTable } from "@/server/jobs/thread-work";
import { sendFile, wordsOf } from "../../shared/api";
import { useNotice } from "../../shared/Notice";
import { PlainTable } from "../../shared/PlainTable";
import { useDraft } from "../draft";

const STATE_WORDS = { added: "new", changed: "changed", unchanged: "as it is", wrong: "wrong" } as const;

/** Entries from a spreadsheet, pasted or as a file: tried first, row by row; then all of it is stored or nothing. */
export default function TableDialog({
  list,
  cells,
  onClose,
}: {
  list: ListName;
  /** What was pasted already. */
  cells: string;
  onClose: () => void;
}) {
  const { adopt } = useDraft();
  const notice = useNotice();
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState(cells);
  const [source, setSource] = useState<Blob | null>(null);
  const [replace, setReplace] = useState(false);
  const [tried, setTried] = useState<TriedTable | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const send = useCallback(
    async <T extends TriedTable>(blob: Blob, more: Readonly<Record<string, string>>): Promise<T | null> => {
      setBusy(true);
      setProblem(null);
      try {
        return await sendFile<T>(`/api/standard/table?${new URLSearchParams({ list, ...more }).toString()}`, blob);
      } catch (error) {
        setProblem(wordsOf(error));
        return null;
      } finally {
        setBusy(false);
      }
    },
    [list],
  );
  const tryIt = async (
    blob: Blob,
    more: { replace: boolean; sheet?: string; mapping?: readonly (string | null)[] },
  ): Promise<void> => {
    setSource(blob);
    setTried(
      await send(blob, {
        replace: more.replace ? "yes" : "no",
        sheet: more.sheet ?? "",
        mapping: (more.mapping ?? []).map((path) => path ?? "").join(","),
      }),
    );
  };
  const store = async (): Promise<void> => {
    if (!source || !tried) return;
    const done = await send<StoredTable>(source, {
      replace: replace ? "yes" : "no",
      sheet: tried.sheet,
      mapping: tried.mapping.map((path) => path ?? "").join(","),
      store: "yes",
    });
    if (!done) return;
    notice(
      `${done.sums.added} new, ${done.sums.changed} changed${done.removed.length > 0 ? `, ${done.removed.length} removed` : ""}.`,
    );
    void adopt({ of: "list", list, edits: done.edits }, done.version);
    onClose();
  };
  // What was pasted onto the register is tried at once.
  useEffect(() => {
    if (cells !== "") void tryIt(new Blob([cells]), { replace: false });
    // Once, with what the dialog was opened with.
  }, []);
  const again = (change: { replace?: boolean; sheet?: string; mapping?: readonly (string | null)[] }): void => {
    if (source && tried) void tryIt(source, { replace, sheet: tried.sheet, mapping: tried.mapping, ...change });
  };
  const sound = tried !== null && tried.sums.wrong === 0 && tried.problems.length === 0;
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>{LISTS[list].many} from a spreadsheet</DialogTitle>
      <DialogContent>
        {!tried && (
          <>
            <Typography variant="body2" sx={{ mb: 1.5 }}>
              Copy the cells with their row of titles and paste them here, or choose a CSV or XLSX file. Nothing is
              stored before you have seen what would happen.
            </Typography>
            <TextField
              multiline
              rows={14}
              fullWidth
              label="Cells"
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
            <input
              ref={input}
              type="file"
              hidden
              accept=".csv,.xlsx,text/csv"
              data-testid="table-file"
              onChange={(event) => {
                const [file] = event.target.files ?? [];
                if (file) void tryIt(file, { replace });
              }}
            />
          </>
        )}
        {busy && <LinearProgress aria-label="Reading the table" sx={{ my: 1 }} />}
        {problem && (
          <Typography role="alert" color="error" sx={{ my: 1 }}>
            {problem}
          </Typography>
        )}
        {tried && (
          <Tried
            tried={tried}
            onMapping={(mapping) => again({ mapping })}
            onSheet={(sheet) => again({ sheet, mapping: [] })}
          />
        )}
      </DialogContent>
      <DialogActions>
        {tried && (
          <FormControlLabel
            control={
              <Checkbox
                checked={replace}
                onChange={(event) => {
                  setReplace(event.target.checked);
                  again({ replace: event.target.checked });
                }}
              />
            }
            label="Remove what is not in the table"
            slotProps={{ typography: { variant: "body2" } }}
            sx={{ ml: 1 }}
          />
        )}
        <Box sx={{ flex: 1 }} />
        {tried ? (
          <Button onClick={() => setTried(null)}>Back</Button>
        ) : (
          <Button onClick={() => input.current?.click()}>Choose a file</Button>
        )}
        <Button onClick={onClose}>Cancel</Button>
        {tried ? (
          <Button
            variant="contained"
            disabled={!sound || busy || tried.sums.added + tried.sums.changed + tried.removed.length === 0}
            onClick={() => void store()}
          >
            Store {tried.sums.added + tried.sums.changed + tried.removed.length}
          </Button>
        ) : (
          <Button
            variant="contained"
            disabled={text.trim() === "" || busy}
            onClick={() => void tryIt(new Blob([text], { type: "text/csv" }), { replace })}
          >
            See what would happen
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

function Tried({
  tried,
  onMapping,
  onSheet,
}: {
  tried: TriedTable;
  onMapping: (mapping: (string | null)[]) => void;
  onSheet: (sheet: string) => void;
}) {
  const { sums } = tried;
  return (
    <>
      {tried.sheets.length > 1 && (
        <TextField
          select
          label="Sheet"
          value={tried.sheet}
          onChange={(event) => onSheet(event.target.value)}
          sx={{ my: 1, minWidth: 200 }}
        >
          {tried.sheets.map((sheet) => (
            <MenuItem key={sheet} value={sheet}>
              {sheet}
            </MenuItem>
          ))}
        </TextField>
      )}
      <Typography variant="h3" sx={{ mt: 1 }}>
        Columns
      </Typography>
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", mt: 1, mb: 2 }}>
        {tried.columns.map((title, i) => (
          <TextField
            key={i}
            select
            label={title || `Column ${i + 1}`}
            value={tried.mapping[i] ?? ""}
            onChange={(event) =>
              onMapping(tried.mapping.map((path, k) => (k === i ? event.target.value || null : path)))
            }
            sx={{ width: 150 }}
          >
            <MenuItem value="">not read</MenuItem>
            {tried.properties.map(({ path, title: name }) => (
              <MenuItem key={path} value={path}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        ))}
      </Box>
      <Typography variant="body1" role="status">
        {sums.added.toLocaleString("en")} new, {sums.changed.toLocaleString("en")} changed,{" "}
        {sums.unchanged.toLocaleString("en")} as they are
        {tried.removed.length > 0 ? `, ${tried.removed.length.toLocaleString("en")} removed` : ""}
        {sums.wrong > 0 ? `; ${sums.wrong.toLocaleString("en")} wrong, so nothing can be stored` : ""}
      </Typography>
      {[...tried.problems, ...tried.notes].map((each) => (
        <Typography key={each} variant="body2" color={tried.problems.includes(each) ? "error" : "text.secondary"}>
          {each}
        </Typography>
      ))}
      <Box sx={{ maxHeight: 320, overflow: "auto", mt: 1 }}>
        <PlainTable head={["Row", "Entry", "Would be", "What"]}>
          {tried.rows.map((row) => (
            <tr key={row.row}>
              <td>{row.row}</td>
              <td>{row.key}</td>
              <td>
                <Box component="span" sx={{ color: row.state === "wrong" ? "error.main" : "text.primary" }}>
                  {STATE_WORDS[row.state]}
                </Box>
              </td>
              <td>{row.words.join("; ")}</td>
            </tr>
          ))}
          {tried.removed.slice(0, 200).map((key) => (
            <tr key={key}>
              <td>–</td>
              <td>{key}</td>
              <td>removed</td>
              <td />
            </tr>
          ))}
        </PlainTable>
      </Box>
      {tried.more > 0 && (
        <Typography variant="body2" color="text.secondary">
          and {tried.more.toLocaleString("en")} more rows
        </Typography>
      )}
    </>
  );
}
