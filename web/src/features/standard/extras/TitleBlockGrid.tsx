"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useRef, useState, type PointerEvent } from "react";
import {
  frameProblems,
  ISO_7200_FIELDS,
  type Entry,
  type FrameEntry,
  type TitleCellEntry,
} from "@hemstitch/core/standard/plain";
import { useDraft } from "../draft";

/** Cells snap to this grid, millimetres. */
const GRID_MM = 1;
const WIDTH_PX = 430;

const snapped = (mm: number): number => Math.round(mm / GRID_MM) * GRID_MM;

/** The title block laid out by hand: cells are moved and resized on a millimetre grid; arrow keys do the same. */
export default function TitleBlockGrid({ entry, set }: { entry: Entry; set: (path: string, value: unknown) => void }) {
  const { mayEdit } = useDraft();
  const frame = entry as FrameEntry;
  const { cells, widthMm, heightMm } = frame.titleBlock;
  const [chosen, setChosen] = useState(0);
  const drag = useRef<{ index: number; x: number; y: number; cell: TitleCellEntry; size: boolean } | null>(null);
  const k = WIDTH_PX / Math.max(1, widthMm);
  const put = (index: number, cell: Partial<TitleCellEntry>): void =>
    set(
      "titleBlock.cells",
      cells.map((each, i) => (i === index ? { ...each, ...cell } : each)),
    );
  const moved = (cell: TitleCellEntry, dx: number, dy: number): Partial<TitleCellEntry> => ({
    xMm: Math.min(Math.max(0, snapped(cell.xMm + dx)), Math.max(0, widthMm - cell.widthMm)),
    yMm: Math.min(Math.max(0, snapped(cell.yMm + dy)), Math.max(0, heightMm - cell.heightMm)),
  });
  const sized = (cell: TitleCellEntry, dx: number, dy: number): Partial<TitleCellEntry> => {
    const height = Math.max(GRID_MM, snapped(cell.heightMm - dy));
    return {
      widthMm: Math.max(GRID_MM, Math.min(widthMm - cell.xMm, snapped(cell.widthMm + dx))),
      heightMm: height,
      yMm: Math.max(0, cell.yMm + cell.heightMm - height),
    };
  };
  const begin = (index: number, size: boolean) => (event: PointerEvent<HTMLElement>) => {
    const cell = cells[index];
    if (!cell || !mayEdit) return;
    event.stopPropagation();
    setChosen(index);
    drag.current = { index, x: event.clientX, y: event.clientY, cell, size };
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const go = (event: PointerEvent<HTMLElement>): void => {
    if (!drag.current) return;
    const { index, x, y, cell, size } = drag.current;
    const [dx, dy] = [(event.clientX - x) / k, (y - event.clientY) / k];
    put(index, size ? sized(cell, dx, dy) : moved(cell, dx, dy));
  };
  const problems = frameProblems(frame);
  const offered = ISO_7200_FIELDS.filter((field) => !cells.some((cell) => cell.field === field.field));
  return (
    <Box sx={{ mb: 1.5 }}>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        Title block
      </Typography>
      <Box
        sx={{
          position: "relative",
          width: WIDTH_PX,
          height: heightMm * k,
          bgcolor: "#fff",
          border: "2px solid #1B2A41",
          boxSizing: "content-box",
        }}
      >
        {cells.map((cell, index) => (
          <Box
            key={index}
            role="button"
            tabIndex={0}
            aria-label={`${cell.label}, ${cell.widthMm} by ${cell.heightMm} mm`}
            aria-pressed={index === chosen}
            onFocus={() => setChosen(index)}
            onPointerDown={begin(index, false)}
            onPointerMove={go}
            onPointerUp={() => (drag.current = null)}
            onKeyDown={(event) => {
              const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
              if (!by || !mayEdit) return;
              event.preventDefault();
              const [dx = 0, dy = 0] = by;
              put(index, event.shiftKey ? sized(cell, dx, dy) : moved(cell, dx, dy));
            }}
            sx={{
              position: "absolute",
              left: cell.xMm * k,
              bottom: cell.yMm * k,
              width: cell.widthMm * k,
              height: cell.heightMm * k,
              border: "1px solid #8A93A3",
              boxSizing: "border-box",
              bgcolor: index === chosen ? "#FBF1DF" : "transparent",
              color: "#1B2A41",
              fontSize: 10,
              lineHeight: 1.15,
              overflow: "hidden",
              px: 0.4,
              cursor: mayEdit ? "move" : "default",
              touchAction: "none",
            }}
          >
            {cell.label}
            {mayEdit && (
              <Box
                component="span"
                onPointerDown={begin(index, true)}
                onPointerMove={go}
                onPointerUp={() => (drag.current = null)}
                sx={{
                  position: "absolute",
                  right: 0,
                  bottom: 0,
                  width: 9,
                  height: 9,
                  cursor: "nwse-resize",
                  borderRight: "2px solid #C77700",
                  borderBottom: "2px solid #C77700",
                }}
              />
            )}
          </Box>
        ))}
      </Box>
      {problems.map((problem, i) => (
        <Typography key={i} role="alert" variant="body2" color="error">
          {problem.message}
        </Typography>
      ))}
      {mayEdit && (
        <Box sx={{ display: "flex", gap: 1, mt: 1, alignItems: "center" }}>
          <TextField
            select
            label="Add a field of ISO 7200"
            value=""
            onChange={(event) => {
              const field = offered.find((each) => each.field === event.target.value);
              if (field)
                set("titleBlock.cells", [
                  ...cells,
                  {
                    field: field.field,
                    label: field.label,
                    xMm: 0,
                    yMm: 0,
                    widthMm: 40,
                    heightMm: 10,
                    textMm: 2.5,
                    from: field.from,
                    longest: field.longest,
                  },
                ]);
              setChosen(cells.length);
            }}
            sx={{ width: 220 }}
          >
            {offered.map((field) => (
              <MenuItem key={field.field} value={field.field}>
                {field.label}, up to {field.longest}
              </MenuItem>
            ))}
          </TextField>
          <Typography variant="caption" color="text.secondary">
            Drag, or arrow keys; Shift and arrows change the size.
          </Typography>
          <Button
            disabled={!cells[chosen]}
            onClick={() =>
              set(
                "titleBlock.cells",
                cells.filter((_, i) => i !== chosen),
              )
            }
          >
            Remove cell
          </Button>
        </Box>
      )}
    </Box>
  );
}
