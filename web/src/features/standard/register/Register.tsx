"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import dynamic from "next/dynamic";
import { useCallback, useDeferredValue, useMemo, useState, type RefCallback } from "react";
import { keyOf, LISTS, orderedEntry, type Entry, type ListName } from "@hemstitch/core/standard/plain";
import { Alive } from "../../shared/Alive";
import { DownloadButton } from "../../shared/DownloadButton";
import { useNotice } from "../../shared/Notice";
import { useDraft } from "../draft";
import { columnsOf, fitting, type Row } from "./columns";
import { RegisterGrid } from "./RegisterGrid";
import { nextSorting, sorted, type Sorting } from "./sorted";

const ManyBar = dynamic(() => import("./ManyBar").then((each) => each.ManyBar), { ssr: false });
const TableDialog = dynamic(() => import("./TableDialog"), { ssr: false });

interface Props {
  readonly list: ListName;
  readonly chosen: string | null;
  readonly onChoose: (key: string | null) => void;
  readonly onAdd: () => void;
}

/** A list's register: filter, sort, editing in place, several at once, paste from a spreadsheet. */
export function Register({ list, chosen, onChoose, onAdd }: Props) {
  const { standard, mayEdit, edit } = useDraft();
  const notice = useNotice();
  const [filter, setFilter] = useState("");
  const [many, setMany] = useState<ReadonlySet<string>>(new Set());
  const [sorting, setSorting] = useState<Sorting | null>(null);
  const [table, setTable] = useState<{ readonly cells: string } | null>(null);
  const wanted = useDeferredValue(filter.trim().toLowerCase());
  const entries = standard[list] as readonly Row[];
  const all = useMemo(() => columnsOf(standard, list), [standard, list]);
  const [room, roomPx] = useRoom();
  // On a small screen there is no room for all; what is left out is in the editor beside it.
  const columns = useMemo(
    () => (roomPx !== null && roomPx < NARROW_PX ? fitting(all, roomPx - CHECKBOX_PX) : all),
    [all, roomPx],
  );
  const rows = useMemo(
    () => sorted(wanted === "" ? entries : entries.filter((entry) => has(entry, wanted)), columns, sorting),
    [entries, wanted, columns, sorting],
  );
  const keyOfRow = useCallback((row: Row) => keyOf(list, row as Entry), [list]);
  const label = LISTS[list].many;
  const store = async (was: Row, fresh: Row): Promise<void> => {
    const entry = orderedEntry(list, fresh as Entry);
    if (await edit({ of: "list", list, edits: [{ key: keyOfRow(was), entry }] })) onChoose(keyOf(list, entry));
  };
  return (
    <Alive>
      <Box ref={room} sx={{ display: "flex", flexDirection: "column", minHeight: 0, height: "100%" }}>
        <Box sx={{ display: "flex", gap: 0.5, alignItems: "center", mb: 1, flexWrap: "wrap" }}>
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
          {mayEdit && (
            <Button onClick={() => setTable({ cells: "" })} sx={{ whiteSpace: "nowrap" }}>
              Paste or import
            </Button>
          )}
          <DownloadButton href={`/api/standard/table?list=${list}`}>CSV</DownloadButton>
          {mayEdit && (
            <Button variant="outlined" onClick={onAdd} sx={{ whiteSpace: "nowrap" }}>
              Add {LISTS[list].one}
            </Button>
          )}
        </Box>
        {many.size > 1 && mayEdit && <ManyBar list={list} keys={[...many]} onDone={() => setMany(new Set())} />}
        <Box sx={{ flex: 1, minHeight: 0 }}>
          <RegisterGrid
            label={label}
            rows={rows}
            keyOfRow={keyOfRow}
            columns={columns}
            mayEdit={mayEdit}
            open={chosen}
            onOpen={onChoose}
            chosen={many}
            onChoose={setMany}
            sorting={sorting}
            onSort={(path) => setSorting((was) => nextSorting(was, path))}
            onStore={(was, fresh) => void store(was, fresh)}
            onWrong={(column, text) => notice(`“${text}” is no ${column.title}; the cell stays as it was.`, "error")}
            onPaste={(cells) => setTable({ cells })}
            nothing={filter ? "Nothing matches the filter." : LISTS[list].empty}
          />
        </Box>
        {table && <TableDialog list={list} cells={table.cells} onClose={() => setTable(null)} />}
      </Box>
    </Alive>
  );
}

/** A register narrower than this shows the columns that fit; a wider one is scrolled. Pixels. */
const NARROW_PX = 500;
const CHECKBOX_PX = 40;

/** The width of an element; null until it is known. */
function useRoom(): [RefCallback<HTMLElement>, number | null] {
  const [roomPx, setRoomPx] = useState<number | null>(null);
  const measure = useCallback((element: HTMLElement | null) => {
    if (!element) return;
    const observer = new ResizeObserver(() => setRoomPx(element.clientWidth));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [measure, roomPx];
}

const has = (entry: Row, wanted: string): boolean =>
  Object.values(entry).some((value) => String(value).toLowerCase().includes(wanted));
