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
import { LEFT_OUT, type Correction, type Mapping } from "@hemstitch/core/tables/mapping";
import type { StoredTable } from "@/app/api/standard/table/route";
import type { TriedTable } from "@/server/work/thread-work";
import { sendFile, wordsOf } from "../../shared/api";
import { useNotice } from "../../shared/Notice";
import { PlainTable } from "../../shared/PlainTable";
import { useDraft } from "../draft";

const STATE_WORDS = { added: "new", changed: "changed", unchanged: "as it is", wrong: "wrong" } as const;

/** What is asked of the server about a table beside the table. */
interface Question {
  readonly replace: boolean;
  readonly partly: boolean;
  readonly sheet: string;
  readonly mapping: Mapping;
  readonly corrections: readonly Correction[];
}

const NOTHING_SAID: Question = { replace: false, partly: false, sheet: "", mapping: [], corrections: [] };

const yes = (said: boolean): string => (said ? "yes" : "no");

const inQuery = ({ replace, partly, sheet, mapping, corrections }: Question): Record<string, string> => ({
  replace: yes(replace),
  partly: yes(partly),
  sheet,
  mapping: mapping.map((path) => path ?? "").join(","),
  corrections: corrections.length === 0 ? "" : JSON.stringify(corrections),
});

/**
 * Entries from a spreadsheet, pasted or as a file: tried first, row by row. Columns that match nothing are asked
 * about, cells can be corrected where they stand, and wrong rows can be left out.
 */
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
  const [question, setQuestion] = useState(NOTHING_SAID);
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
  /** Tries a table; what was tried before stays in sight where the answer does not come. */
  const tryIt = async (blob: Blob, asked: Question): Promise<void> => {
    // What was chosen shows at once; where no answer comes, it is as it was.
    setQuestion(asked);
    const answered = await send(blob, inQuery(asked));
    if (!answered) {
      setQuestion(question);
      return;
    }
    setSource(blob);
    setQuestion({ ...asked, sheet: answered.sheet, mapping: answered.mapping });
    setTried(answered);
  };
  const store = async (): Promise<void> => {
    if (!source || !tried) return;
    const done = await send<StoredTable>(source, { ...inQuery(question), store: "yes" });
    if (!done) return;
    const left = done.sums.wrong > 0 ? `, ${done.sums.wrong} left out` : "";
    notice(
      `${done.sums.added} new, ${done.sums.changed} changed${done.removed.length > 0 ? `, ${done.removed.length} removed` : ""}${left}.`,
    );
    void adopt({ of: "list", list, edits: done.edits }, done.version);
    onClose();
  };
  // What was pasted onto the register is tried at once.
  useEffect(() => {
    if (cells !== "") void tryIt(new Blob([cells]), NOTHING_SAID);
    // Once, with what the dialog was opened with.
  }, []);
  const again = (change: Partial<Question>): void => {
    if (source) void tryIt(source, { ...question, ...change });
  };
  const correct = (row: number, column: number, value: string): void =>
    again({
      corrections: [...question.corrections.filter(([r, c]) => r !== row || c !== column), [row, column, value]],
    });
  const { partly, replace } = question;
  const isSound = tried !== null && tried.problems.length === 0 && (partly || tried.sums.wrong === 0);
  const count = tried ? tried.sums.added + tried.sums.changed + tried.removed.length : 0;
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>{LISTS[list].many} from a spreadsheet</DialogTitle>
      <DialogContent>
        {!tried && (
          <>
            <Typography variant="body2" sx={{ mb: 1.5 }}>
              Copy the cells with their row of titles and paste them here, or choose a CSV or XLSX file. Nothing is
              stored until you have seen what would change.
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
                if (file) void tryIt(file, NOTHING_SAID);
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
            onSheet={(sheet) => again({ sheet, mapping: [], corrections: [] })}
            onCorrect={correct}
          />
        )}
      </DialogContent>
      <DialogActions>
        {tried && (
          <Option
            label="Remove what is not in the table"
            checked={replace}
            onChange={(checked) => again({ replace: checked })}
          />
        )}
        {tried && (partly || tried.sums.wrong > 0) && (
          <Option
            label="Leave out the wrong rows"
            checked={partly}
            onChange={(checked) => again({ partly: checked })}
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
          <Button variant="contained" disabled={!isSound || busy || count === 0} onClick={() => void store()}>
            Store {count}
          </Button>
        ) : (
          <Button
            variant="contained"
            disabled={text.trim() === "" || busy}
            onClick={() => void tryIt(new Blob([text], { type: "text/csv" }), NOTHING_SAID)}
          >
            See what would happen
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

function Option({
  label,
  checked,
  onChange,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <FormControlLabel
      control={<Checkbox checked={checked} onChange={(event) => onChange(event.target.checked)} />}
      label={label}
      slotProps={{ typography: { variant: "body2" } }}
      sx={{ ml: 1 }}
    />
  );
}

function Tried({
  tried,
  onMapping,
  onSheet,
  onCorrect,
}: {
  tried: TriedTable;
  onMapping: (mapping: Mapping) => void;
  onSheet: (sheet: string) => void;
  onCorrect: (row: number, column: number, value: string) => void;
}) {
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
      <Columns tried={tried} onMapping={onMapping} />
      <Sums tried={tried} />
      {[...tried.problems, ...tried.notes].map((each) => (
        <Typography key={each} variant="body2" color={tried.problems.includes(each) ? "error" : "text.secondary"}>
          {each}
        </Typography>
      ))}
      <Rows tried={tried} onCorrect={onCorrect} />
      {tried.more > 0 && (
        <Typography variant="body2" color="text.secondary">
          and {tried.more.toLocaleString("en")} more rows
        </Typography>
      )}
    </>
  );
}

/** What each column holds; one that nobody has decided asks for it. */
function Columns({ tried, onMapping }: { tried: TriedTable; onMapping: (mapping: Mapping) => void }) {
  return (
    <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", mt: 1, mb: 2 }}>
      {tried.columns.map((title, i) => {
        const isAsked = tried.undecided.includes(i);
        return (
          <TextField
            key={i}
            select
            label={title || `Column ${i + 1}`}
            value={tried.mapping[i] ?? ""}
            error={isAsked}
            helperText={isAsked ? "What does it hold?" : undefined}
            onChange={(event) =>
              onMapping(tried.mapping.map((path, k) => (k === i ? event.target.value || null : path)))
            }
            slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
            sx={{ width: 168 }}
          >
            {tried.mapping[i] === null && <MenuItem value="">{isAsked ? "choose…" : "nothing in it"}</MenuItem>}
            <MenuItem value={LEFT_OUT}>leave it out</MenuItem>
            {tried.properties.map(({ path, title: name }) => (
              <MenuItem key={path} value={path}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        );
      })}
    </Box>
  );
}

function Sums({ tried: { sums, removed } }: { tried: TriedTable }) {
  return (
    <Typography variant="body1" role="status">
      {sums.added.toLocaleString("en")} new, {sums.changed.toLocaleString("en")} changed,{" "}
      {sums.unchanged.toLocaleString("en")} as they are
      {removed.length > 0 ? `, ${removed.length.toLocaleString("en")} removed` : ""}
      {sums.wrong > 0 ? `; ${sums.wrong.toLocaleString("en")} wrong: correct the cells, or leave these rows out` : ""}
    </Typography>
  );
}

/** The rows as they stand in the table, with what each would do; what is wrong comes first and can be corrected. */
function Rows({
  tried,
  onCorrect,
}: {
  tried: TriedTable;
  onCorrect: (row: number, column: number, value: string) => void;
}) {
  const read = tried.columns.flatMap((title, i) => {
    const path = tried.mapping[i] ?? LEFT_OUT;
    return path === LEFT_OUT ? [] : [{ i, title: title || `Column ${i + 1}` }];
  });
  return (
    <Box sx={{ maxHeight: 320, overflow: "auto", mt: 1 }}>
      <PlainTable label="Rows" head={["Row", ...read.map(({ title }) => title), "Would be", "What"]}>
        {tried.rows.map((row) => (
          <tr key={row.row}>
            <td>{row.row}</td>
            {read.map(({ i, title }) => (
              <td key={i}>
                <Cell
                  label={`Row ${row.row}, ${title}`}
                  value={row.cells[i] ?? ""}
                  isWrong={row.wrongIn.includes(i)}
                  onChange={(value) => onCorrect(row.row, i, value)}
                />
              </td>
            ))}
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
            <td colSpan={Math.max(1, read.length)}>{key}</td>
            <td>removed</td>
            <td />
          </tr>
        ))}
      </PlainTable>
    </Box>
  );
}

/** A cell that is corrected where it stands: Enter or going on takes what was typed, Escape leaves it. */
function Cell({
  label,
  value,
  isWrong,
  onChange,
}: {
  label: string;
  value: string;
  isWrong: boolean;
  onChange: (value: string) => void;
}) {
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  const take = (): void => {
    if (typed !== value) onChange(typed);
  };
  return (
    <Box
      component="input"
      aria-label={label}
      aria-invalid={isWrong}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter") take();
        if (event.key !== "Escape") return;
        // The dialog stays open.
        event.stopPropagation();
        setTyped(value);
      }}
      sx={{
        font: "inherit",
        color: "inherit",
        width: "100%",
        minWidth: 72,
        px: 0.5,
        border: "1px solid",
        borderColor: isWrong ? "error.main" : "transparent",
        borderRadius: 0.5,
        bgcolor: "transparent",
        "&:hover": { borderColor: isWrong ? "error.main" : "divider" },
      }}
    />
  );
}
