"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useEffect, useRef, useState, type ClipboardEvent } from "react";
import { CODE_FONT } from "../../shell/theme";
import { useRowsInSight } from "../rows-in-sight";
import type { Way } from "./CellEditor";
import type { Column, Row } from "./columns";
import { registerKeys, type CellPlace } from "./register-keys";
import { RegisterRow } from "./RegisterRow";
import type { Sorting } from "./sorted";

const ROW_PX = 32;
const TITLES_PX = 34;
const BOX_PX = 40;

interface Props {
  readonly label: string;
  readonly rows: readonly Row[];
  readonly keyOfRow: (row: Row) => string;
  readonly columns: readonly Column[];
  readonly mayEdit: boolean;
  /** The entry that is open beside the register. */
  readonly open: string | null;
  readonly onOpen: (key: string) => void;
  /** The entries that are chosen together. */
  readonly chosen: ReadonlySet<string>;
  readonly onChoose: (keys: ReadonlySet<string>) => void;
  readonly sorting: Sorting | null;
  readonly onSort: (path: string) => void;
  readonly onStore: (row: Row, fresh: Row) => void;
  readonly onWrong: (column: Column, text: string) => void;
  readonly onPaste: (cells: string) => void;
  readonly nothing: string;
}

/** Thousands of rows in the room of a screen: only those that are seen are in the page. One tab stop; arrow keys inside. */
export function RegisterGrid(props: Props) {
  const { label, rows, keyOfRow, columns, mayEdit, open, onOpen, chosen, onChoose, sorting, onSort } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const [place, setPlace] = useState<CellPlace>({ row: 0, column: 0 });
  const [anchor, setAnchor] = useState(0);
  const [editing, setEditing] = useState<{ readonly initial: string } | null>(null);
  const { first, last, bring } = useRowsInSight(scroller, rows.length, { rowPx: ROW_PX, headPx: TITLES_PX });
  useOpenInView(rows, keyOfRow, open, (row) => {
    setPlace((was) => ({ row, column: Math.max(0, was.column) }));
    bring(row);
  });

  const keyAt = (row: number): string => (rows[row] ? keyOfRow(rows[row]) : "");
  const chooseTo = (row: number): void => {
    const [from, to] = [Math.min(anchor, row), Math.max(anchor, row)];
    onChoose(new Set(rows.slice(from, to + 1).map(keyOfRow)));
  };
  const goTo = (to: CellPlace, extend: boolean): void => {
    setPlace(to);
    if (to.row < 0) return;
    bring(to.row);
    if (extend && mayEdit) chooseTo(to.row);
    else {
      setAnchor(to.row);
      if (rows[to.row]) onOpen(keyAt(to.row));
    }
  };
  const toggle = (row: number, range: boolean): void => {
    if (!mayEdit || !rows[row]) return;
    if (range) return chooseTo(row);
    const next = new Set(chosen);
    if (!next.delete(keyAt(row))) next.add(keyAt(row));
    setAnchor(row);
    onChoose(next);
  };
  const chooseAll = (): void => {
    if (mayEdit) onChoose(new Set(chosen.size === rows.length ? [] : rows.map(keyOfRow)));
  };
  const edit = ({ row, column }: CellPlace, typed?: string): void => {
    const [of, what] = [rows[row], columns[column]];
    if (!mayEdit || !of || !what) return;
    if (what.shape !== "flag")
      return setEditing({ initial: typed === undefined || typed === " " || what.options ? what.textOf(of) : typed });
    const fresh = what.typed(of, what.textOf(of) === "yes" ? "" : "yes");
    if (fresh) props.onStore(of, fresh);
  };
  const endEditing = (text: string | undefined, way: Way): void => {
    setEditing(null);
    const [of, what] = [rows[place.row], columns[place.column]];
    if (of && what && text !== undefined && text !== what.textOf(of)) {
      const fresh = what.typed(of, text);
      if (fresh) props.onStore(of, fresh);
      else props.onWrong(what, text);
    }
    // A click elsewhere takes the keyboard with it; after a key, it stays in the register.
    if (way !== "stay" || text === undefined) scroller.current?.focus();
    const step = { down: [1, 0], on: [0, 1], back: [0, -1], stay: [0, 0] }[way] as [number, number];
    setPlace({
      row: Math.min(rows.length - 1, place.row + step[0]),
      column: Math.max(0, Math.min(columns.length - 1, place.column + step[1])),
    });
  };
  const copy = (event: ClipboardEvent): void => {
    if (editing) return;
    const wanted =
      chosen.size > 0 ? rows.filter((row) => chosen.has(keyOfRow(row))) : rows.slice(place.row, place.row + 1);
    const lines = [
      columns.map((column) => column.title),
      ...wanted.map((row) => columns.map((each) => each.textOf(row))),
    ];
    event.clipboardData.setData("text/plain", lines.map((cells) => cells.join("\t")).join("\n"));
    event.preventDefault();
  };
  const paste = (event: ClipboardEvent): void => {
    const cells = event.clipboardData.getData("text/plain");
    if (editing || !mayEdit || !/[\t\n]/.test(cells.trim())) return;
    event.preventDefault();
    props.onPaste(cells);
  };

  const box = mayEdit ? `${BOX_PX}px ` : "";
  const template = `${box}${columns.map((each) => (each.grows ? `minmax(${each.widthPx}px, 1fr)` : `${each.widthPx}px`)).join(" ")}`;
  const leastPx = (mayEdit ? BOX_PX : 0) + columns.reduce((sum, each) => sum + each.widthPx, 0);
  return (
    <Box
      ref={scroller}
      role="grid"
      aria-label={label}
      aria-rowcount={rows.length + 1}
      aria-colcount={columns.length + (mayEdit ? 1 : 0)}
      aria-multiselectable={mayEdit}
      {...(rows.length > 0 ? { "aria-activedescendant": `cell-${place.row}-${place.column}` } : {})}
      tabIndex={0}
      onKeyDown={(event) =>
        !editing &&
        registerKeys(event, {
          rows: rows.length,
          columns: columns.length,
          pageRows: Math.max(1, Math.floor((scroller.current?.clientHeight ?? 600) / ROW_PX) - 2),
          place,
          goTo: (to, extend) => goTo(mayEdit ? to : { ...to, column: Math.max(0, to.column) }, extend),
          edit: (typed) => edit(place, typed),
          toggle: () => toggle(place.row, false),
          sort: (column) => columns[column] && onSort(columns[column].path),
          chooseAll,
          chooseNone: () => onChoose(new Set()),
        })
      }
      onCopy={copy}
      onPaste={paste}
      sx={{
        height: "100%",
        overflow: "auto",
        bgcolor: "background.paper",
        fontSize: 13,
        "& .code": { fontFamily: CODE_FONT },
        "& [role=gridcell], & [role=columnheader]": {
          px: 1,
          overflow: "hidden",
          textOverflow: "ellipsis",
          whiteSpace: "nowrap",
          lineHeight: `${ROW_PX}px`,
        },
        "& .here": { outline: "2px solid var(--mui-palette-secondary-main)", outlineOffset: -2 },
        "&:not(:focus-within) .here": { outline: "none" },
      }}
    >
      <Box sx={{ minWidth: leastPx }}>
        <Box
          role="row"
          aria-rowindex={1}
          sx={{
            display: "grid",
            gridTemplateColumns: template,
            position: "sticky",
            top: 0,
            zIndex: 1,
            height: TITLES_PX,
            bgcolor: "background.default",
            borderBottom: "1px solid",
            borderColor: "divider",
          }}
        >
          {mayEdit && (
            <Box role="columnheader" id="cell--1--1" className={place.row === -1 && place.column === -1 ? "here" : ""}>
              <input
                type="checkbox"
                tabIndex={-1}
                aria-label="Choose all"
                checked={rows.length > 0 && chosen.size === rows.length}
                onChange={chooseAll}
              />
            </Box>
          )}
          {columns.map(({ path, title, shape }, i) => (
            <Box
              key={path}
              role="columnheader"
              id={`cell--1-${i}`}
              className={place.row === -1 && place.column === i ? "here" : ""}
              title={`${title}: click to sort`}
              aria-sort={sorting?.path === path ? (sorting.falling ? "descending" : "ascending") : "none"}
              onClick={() => onSort(path)}
              sx={{ fontWeight: 600, cursor: "pointer", ...(shape === "number" ? { textAlign: "right" } : {}) }}
            >
              {title}
              {sorting?.path === path ? (sorting.falling ? " ↓" : " ↑") : ""}
            </Box>
          ))}
        </Box>
        <Box sx={{ height: rows.length * ROW_PX, position: "relative" }}>
          {rows.slice(first, last).map((row, i) => {
            const index = first + i;
            const key = keyOfRow(row);
            return (
              <RegisterRow
                key={key}
                row={row}
                index={index}
                name={key}
                columns={columns}
                template={template}
                heightPx={ROW_PX}
                topPx={index * ROW_PX}
                open={key === open}
                chosen={chosen.has(key)}
                mayChoose={mayEdit}
                hereColumn={index === place.row ? place.column : null}
                editing={index === place.row ? editing : null}
                onPoint={(column) => goTo({ row: index, column }, false)}
                onToggle={(range) => toggle(index, range)}
                onEdit={(column) => edit({ row: index, column })}
                onStore={endEditing}
                onLeave={() => endEditing(undefined, "stay")}
              />
            );
          })}
        </Box>
        {rows.length === 0 && (
          <Typography variant="body2" color="text.secondary" sx={{ p: 2 }}>
            {props.nothing}
          </Typography>
        )}
      </Box>
    </Box>
  );
}

/** Brings the open entry into view when it was opened from elsewhere: an address, a remark, a new name. */
function useOpenInView(
  rows: readonly Row[],
  keyOfRow: (row: Row) => string,
  open: string | null,
  show: (row: number) => void,
): void {
  const index = open === null ? -1 : rows.findIndex((row) => keyOfRow(row) === open);
  useEffect(() => {
    if (index >= 0) show(index);
    // Only another entry, or another place of it, moves the view.
  }, [open, index]);
}
