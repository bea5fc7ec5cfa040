"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { wordsOf } from "../../shared/api";
import { OneOf } from "../../shared/OneOf";
import { PlainTable } from "../../shared/PlainTable";
import { saveFile } from "../../shared/save-file";
import type { ReadOff } from "./recognise.worker";
import type { SheetQuestions } from "./sheet-questions";

const WORKBOOK = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

/** Rooms, openings, levels and grid lines as they were read off the sheets, to be looked at and taken along. */
export default function ReadOffDialog({
  questions,
  name,
  onClose,
}: {
  questions: SheetQuestions;
  name: string;
  onClose: () => void;
}) {
  const [lists, setLists] = useState<ReadOff | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [shown, setShown] = useState("Rooms");
  useEffect(() => {
    let isWanted = true;
    questions
      .readOff()
      .then((read) => isWanted && setLists(read))
      .catch((error: unknown) => isWanted && setProblem(wordsOf(error)));
    return () => {
      isWanted = false;
    };
  }, [questions]);
  const index = lists?.tables.findIndex(({ title }) => title === shown) ?? -1;
  const table = lists?.tables[index];
  const base = name.replace(/\.pdf$/i, "");
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="read-off-title">
      <DialogTitle id="read-off-title">Read off the sheet</DialogTitle>
      <DialogContent>
        {!lists && !problem && <LinearProgress aria-label="Being read off" />}
        {problem && (
          <Typography variant="body2" color="error" role="alert">
            {problem}
          </Typography>
        )}
        {lists && (
          <OneOf
            label="List"
            options={lists.tables.map(({ title, rows }) => [title, `${title} (${rows.length})`] as const)}
            value={shown}
            onChange={setShown}
          />
        )}
        {table && (
          <Box sx={{ mt: 1.5, maxHeight: 420, overflow: "auto" }} tabIndex={0} role="region" aria-label={table.title}>
            {table.rows.length === 0 ? (
              <Typography variant="body2" color="text.secondary" sx={{ py: 2 }}>
                Nothing of this kind was recognised on the sheet.
              </Typography>
            ) : (
              <PlainTable
                label={`${table.title} read off ${name}`}
                head={table.columns}
                figures={table.columns.flatMap((title, i) => (/mm$|m²$|^Millimetres$/.test(title) ? [i] : []))}
              >
                {table.rows.map((row, i) => (
                  <tr key={i}>
                    {row.map((cell, k) => (
                      <td key={k}>{cell === null ? "" : String(cell)}</td>
                    ))}
                  </tr>
                ))}
              </PlainTable>
            )}
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button
          disabled={!table}
          onClick={() => lists && saveFile(lists.csv[index] ?? "", `${base} ${shown.toLowerCase()}.csv`, "text/csv")}
        >
          This list as CSV
        </Button>
        <Button disabled={!lists} onClick={() => lists && saveFile(lists.workbook, `${base} lists.xlsx`, WORKBOOK)}>
          All as XLSX
        </Button>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
