"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { DataGrid, type GridColDef, type GridRowId, type GridValidRowModel } from "@mui/x-data-grid";
import { useDeferredValue, useEffect, useMemo, useState } from "react";
import type { Edit } from "./use-chapter";

interface Chapter<T> {
  readonly entries: readonly T[];
  readonly edit: (edits: readonly Edit<T>[]) => Promise<boolean>;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly saving: boolean;
}

interface Props<T extends GridValidRowModel> {
  readonly label: string;
  readonly keyName: keyof T & string;
  readonly chapter: Chapter<T>;
  readonly columns: readonly GridColDef<T>[];
  readonly make: (taken: ReadonlySet<string>) => T;
  readonly chosen: string | null;
  readonly onChoose: (key: string | null) => void;
  readonly addWord: string;
}

/** A chapter's register: a fast table with filter, editing in place, undo and redo. */
export function Register<T extends GridValidRowModel>({
  label,
  keyName,
  chapter,
  columns,
  make,
  chosen,
  onChoose,
  addWord,
}: Props<T>) {
  const [filter, setFilter] = useState("");
  const wanted = useDeferredValue(filter.trim().toLowerCase());
  const rows = useMemo(
    () =>
      wanted === ""
        ? chapter.entries
        : chapter.entries.filter((entry) =>
            Object.values(entry).some((value) => String(value).toLowerCase().includes(wanted)),
          ),
    [chapter.entries, wanted],
  );
  const { undo, redo } = chapter;
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (
        !(event.ctrlKey || event.metaKey) ||
        event.key.toLowerCase() !== "z" ||
        /INPUT|TEXTAREA/.test((event.target as HTMLElement).tagName)
      )
        return;
      event.preventDefault();
      (event.shiftKey ? redo : undo)();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [undo, redo]);
  const add = async (): Promise<void> => {
    const entry = make(new Set(chapter.entries.map((each) => String(each[keyName]))));
    setFilter("");
    if (await chapter.edit([{ key: null, entry, at: 0 }])) onChoose(String(entry[keyName]));
  };
  const remove = async (): Promise<void> => {
    if (chosen !== null && (await chapter.edit([{ key: chosen, entry: null }]))) onChoose(null);
  };
  return (
    <Box sx={{ display: "flex", flexDirection: "column", minHeight: 0, height: "100%" }}>
      <Box sx={{ display: "flex", gap: 1, alignItems: "center", mb: 1 }}>
        <TextField
          placeholder="Filter"
          value={filter}
          onChange={(event) => setFilter(event.target.value)}
          slotProps={{ htmlInput: { "aria-label": `Filter ${label}` } }}
          sx={{ width: 190, "& input": { py: 0.6 } }}
        />
        <Typography variant="caption" color="text.secondary" sx={{ whiteSpace: "nowrap" }}>
          {rows.length === chapter.entries.length ? `${rows.length}` : `${rows.length} of ${chapter.entries.length}`}
        </Typography>
        <Box sx={{ flex: 1 }} />
        <Button onClick={undo} disabled={!chapter.canUndo}>
          Undo
        </Button>
        <Button onClick={redo} disabled={!chapter.canRedo}>
          Redo
        </Button>
        <Button onClick={() => void remove()} disabled={chosen === null}>
          Remove
        </Button>
        <Button variant="outlined" onClick={() => void add()} sx={{ whiteSpace: "nowrap" }}>
          {addWord}
        </Button>
      </Box>
      <Box sx={{ flex: 1, minHeight: 0 }}>
        <DataGrid<T>
          aria-label={label}
          rows={rows as T[]}
          columns={columns as GridColDef<T>[]}
          getRowId={(row) => String(row[keyName])}
          rowHeight={32}
          columnHeaderHeight={34}
          hideFooter
          disableColumnMenu
          loading={false}
          rowSelectionModel={{ type: "include", ids: new Set<GridRowId>(chosen === null ? [] : [chosen]) }}
          onRowSelectionModelChange={({ ids }) => onChoose([...ids].map(String)[0] ?? null)}
          processRowUpdate={async (fresh, was) => {
            if (JSON.stringify(fresh) === JSON.stringify(was)) return was;
            const stored = await chapter.edit([{ key: String(was[keyName]), entry: fresh }]);
            if (stored) onChoose(String(fresh[keyName]));
            return stored ? fresh : was;
          }}
          localeText={{ noRowsLabel: filter ? "Nothing matches the filter." : "Nothing here yet." }}
          sx={{
            border: 0,
            bgcolor: "background.paper",
            fontSize: 13,
            "& .MuiDataGrid-columnHeader": { bgcolor: "background.default" },
            "& .MuiDataGrid-columnHeaderTitle": { fontWeight: 600 },
          }}
        />
      </Box>
    </Box>
  );
}
