"use client";
import Box from "@mui/material/Box";
import { CellEditor, type Way } from "./CellEditor";
import type { Column, Row } from "./columns";

interface Props {
  readonly row: Row;
  readonly index: number;
  /** The entry's key. */
  readonly name: string;
  readonly columns: readonly Column[];
  readonly template: string;
  readonly heightPx: number;
  readonly topPx: number;
  readonly open: boolean;
  readonly chosen: boolean;
  readonly mayChoose: boolean;
  /** The column the keyboard is in, where it is in this row. */
  readonly hereColumn: number | null;
  readonly editing: { readonly initial: string } | null;
  readonly onPoint: (column: number) => void;
  readonly onToggle: (range: boolean) => void;
  readonly onEdit: (column: number) => void;
  readonly onStore: (text: string, way: Way) => void;
  readonly onLeave: () => void;
}

/** One entry in a register. */
export function RegisterRow(props: Props) {
  const { row, index, name, columns, open, chosen, mayChoose, hereColumn, editing } = props;
  return (
    <Box
      role="row"
      aria-rowindex={index + 2}
      aria-selected={chosen}
      sx={{
        display: "grid",
        gridTemplateColumns: props.template,
        position: "absolute",
        left: 0,
        right: 0,
        height: props.heightPx,
        borderBottom: "1px solid",
        borderColor: "divider",
        cursor: "default",
        ...(open
          ? { bgcolor: "action.selected", boxShadow: "inset 3px 0 0 var(--mui-palette-secondary-main)" }
          : { bgcolor: chosen ? "action.selected" : "transparent", "&:hover": { bgcolor: "action.hover" } }),
      }}
      style={{ top: props.topPx }}
    >
      {mayChoose && (
        <Box role="gridcell" id={`cell-${index}--1`} className={hereColumn === -1 ? "here" : ""}>
          <input
            type="checkbox"
            tabIndex={-1}
            aria-label={`Choose ${name}`}
            checked={chosen}
            onChange={(event) => props.onToggle((event.nativeEvent as MouseEvent).shiftKey)}
          />
        </Box>
      )}
      {columns.map((column, i) => {
        const here = hereColumn === i;
        if (here && editing)
          return (
            <Box key={column.path} role="gridcell" sx={{ p: "0 !important" }}>
              <CellEditor column={column} initial={editing.initial} onStore={props.onStore} onLeave={props.onLeave} />
            </Box>
          );
        return (
          <Box
            key={column.path}
            id={`cell-${index}-${i}`}
            role="gridcell"
            className={`${column.code ? "code" : ""} ${here ? "here" : ""}`}
            onClick={() => props.onPoint(i)}
            onDoubleClick={() => props.onEdit(i)}
            sx={column.shape === "number" ? { textAlign: "right" } : undefined}
          >
            {column.show(row)}
          </Box>
        );
      })}
    </Box>
  );
}
