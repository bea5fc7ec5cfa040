"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { DataGrid, type GridRowId } from "@mui/x-data-grid";
import dynamic from "next/dynamic";
import { useDeferredValue, useMemo, useState } from "react";
import { keyOf, LISTS, orderedEntry, type Entry, type ListName } from "@hemstitch/core/standard/plain";
import { CODE_FONT } from "../shell/theme";
import { columnsOf, type Row } from "./columns";
import { useDraft } from "./draft";
import { ManyBar } from "./ManyBar";

const TableDialog = dynamic(() => import("./TableDialog"), { ssr: false });

interface Props {
  readonly list: ListName;
  readonly chosen: string | null;
  readonly onChoose: (key: string | null) => void;
  readonly onAdd: () => void;
}

/** A list's register: filter, sort, editing in place, several at once, paste from a spreadsheet, undo. */
export function Register({ list, chosen, onChoose, onAdd }: Props) {
  const { standard, mayEdit, edit, undo, redo, canUndo, canRedo } = useDraft();
  const [filter, setFilter] = useState("");
  const [many, setMany] = useState<readonly string[]>([]);
  const [tableOpen, setTableOpen] = useState(false);
  const wanted = useDeferredValue(filter.trim().toLowerCase());
  const entries = standard[list] as unknown as Row[];
  const rows = useMemo(
    () =>
      wanted === ""
        ? entries
        : entries.filter((entry) => Object.values(entry).some((value) => String(value).toLowerCase().includes(wanted))),
    [entries, wanted],
  );
  const columns = useMemo(() => columnsOf(standard, list, mayEdit), [standard, list, mayEdit]);
  const label = LISTS[list].many;
  return (
    <Box
      sx={{
        display: "flex",
        flexDirection: "column",
        minHeight: 0,
        height: "100%",
        "& .code": { fontFamily: CODE_FONT },
      }}
    >
      <Box sx={{ display: "flex", gap: 0.5, alignItems: "center", mb: 1 }}>
        <TextField
          placeholder="Filter"
          value={filter}
          onChange={(event) => setFilter(event.target.value)}
          slotProps={{ htmlInput: { "aria-label": `Filter ${label}` } }}
          sx={{ width: 170, "& input": { py: 0.6 } }}
        />
        <Typography variant="caption" color="text.secondary" sx={{ whiteSpace: "nowrap", ml: 0.5 }}>
          {rows.length === entries.length
            ? rows.length.toLocaleString("en")
            : `${rows.length.toLocaleString("en")} of ${entries.length.toLocaleString("en")}`}
        </Typography>
        <Box sx={{ flex: 1 }} />
        <Button onClick={undo} disabled={!canUndo}>
          Undo
        </Button>
        <Button onClick={redo} disabled={!canRedo}>
          Redo
        </Button>
        {mayEdit && <Button onClick={() => setTableOpen(true)}>Paste or import</Button>}
        <Button href={`/api/standard/table?list=${list}`}>CSV</Button>
        {mayEdit && (
          <Button variant="outlined" onClick={onAdd} sx={{ whiteSpace: "nowrap" }}>
            Add {LISTS[list].one}
          </Button>
        )}
      </Box>
      {many.length > 1 && mayEdit && <ManyBar list={list} keys={many} onDone={() => setMany([])} />}
      <Box sx={{ flex: 1, minHeight: 0 }}>
        <DataGrid<Row>
          aria-label={label}
          rows={rows}
          columns={columns}
          getRowId={(row) => keyOf(list, row as Entry)}
          rowHeight={32}
          columnHeaderHeight={34}
          hideFooter
          disableColumnMenu
          checkboxSelection={mayEdit}
          disableRowSelectionOnClick
          rowSelectionModel={{ type: "include", ids: new Set<GridRowId>(many) }}
          onRowSelectionModelChange={({ type, ids }) => {
            const chosenKeys = [...ids].map(String);
            setMany(
              type === "include"
                ? chosenKeys
                : rows.map((row) => keyOf(list, row as Entry)).filter((key) => !ids.has(key)),
            );
          }}
          onCellClick={({ id, field }) => field !== "__check__" && onChoose(String(id))}
          onCellKeyDown={({ id }, event) => event.key.startsWith("Arrow") || onChoose(String(id))}
          getRowClassName={({ id }) => (String(id) === chosen ? "chosen" : "")}
          processRowUpdate={async (fresh, was) => {
            const [a, b] = [orderedEntry(list, fresh as Entry), orderedEntry(list, was as Entry)];
            if (JSON.stringify(a) === JSON.stringify(b)) return was;
            const stored = await edit(list, [{ key: keyOf(list, was as Entry), entry: a }]);
            if (stored) onChoose(keyOf(list, a));
            return stored ? fresh : was;
          }}
          localeText={{ noRowsLabel: filter ? "Nothing matches the filter." : "Nothing here yet." }}
          sx={{
            border: 0,
            bgcolor: "background.paper",
            fontSize: 13,
            "& .MuiDataGrid-columnHeader": { bgcolor: "background.default" },
            "& .MuiDataGrid-columnHeaderTitle": { fontWeight: 600 },
            "& .chosen": { bgcolor: "action.selected", boxShadow: "inset 3px 0 0 var(--mui-palette-secondary-main)" },
          }}
        />
      </Box>
      {tableOpen && <TableDialog list={list} onClose={() => setTableOpen(false)} />}
    </Box>
  );
}
