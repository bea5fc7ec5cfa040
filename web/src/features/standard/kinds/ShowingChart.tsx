"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useCallback, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { SHOWINGS, type CellEdit, type Showing } from "@hemstitch/core/standard/plain";
import { Empty } from "../../shared/Empty";
import { Alive } from "../../shared/Alive";
import { CODE_FONT } from "../../shell/theme";
import { useDraft } from "../draft";
import { useRowsInSight } from "../rows-in-sight";
import { ShowingMark, SHOWING_WORDS } from "./ShowingMark";

const ROW_PX = 26;
const NAME_PX = 190;
const HEAD_PX = 34;

interface Place {
  readonly row: number;
  readonly column: number;
}

const KEYS: Readonly<Record<string, Showing | null>> = { d: "drawn", n: "needed", f: "faint", x: "left-out", u: null };
const TURN: readonly (Showing | null)[] = [...SHOWINGS, null];

/** Layers against drawing kinds: by keyboard, by dragging over cells, by family. Undecided cells are loud. */
export default function ShowingChart() {
  const { standard, mayEdit, edit } = useDraft();
  const [filter, setFilter] = useState("");
  const [undecidedOnly, setUndecidedOnly] = useState(false);
  const { kinds, showing } = standard;
  const layers = useMemo(() => {
    const wanted = filter.trim().toUpperCase();
    return standard.layers.filter((layer) => {
      if (layer.withdrawn || (wanted !== "" && !layer.name.toUpperCase().includes(wanted))) return false;
      return !undecidedOnly || kinds.some((kind) => showing[layer.name]?.[kind.id] === undefined);
    });
  }, [standard.layers, filter, undecidedOnly, kinds, showing]);
  const open = useMemo(
    () =>
      standard.layers
        .filter((layer) => !layer.withdrawn)
        .reduce((sum, layer) => sum + kinds.filter((kind) => showing[layer.name]?.[kind.id] === undefined).length, 0),
    [standard.layers, kinds, showing],
  );
  const [anchor, setAnchor] = useState<Place>({ row: 0, column: 0 });
  const [focus, setFocus] = useState<Place>({ row: 0, column: 0 });
  const scroller = useRef<HTMLDivElement>(null);
  const { first, last, bring } = useRowsInSight(scroller, layers.length, { rowPx: ROW_PX, headPx: HEAD_PX });
  const dragging = useRef(false);

  const chosen = useMemo(() => rectangle(anchor, focus), [anchor, focus]);
  const apply = useCallback(
    (state: Showing | null) => {
      const cells: CellEdit[] = [];
      for (let row = chosen.top; row <= chosen.bottom; row++)
        for (let column = chosen.left; column <= chosen.right; column++) {
          const [layer, kind] = [layers[row], kinds[column]];
          if (layer && kind && (showing[layer.name]?.[kind.id] ?? null) !== state)
            cells.push({ layer: layer.name, kind: kind.id, state });
        }
      if (cells.length > 0 && mayEdit) void edit({ of: "cells", cells });
    },
    [chosen, layers, kinds, showing, mayEdit, edit],
  );
  const go = (to: Place, extend: boolean): void => {
    const place = {
      row: Math.max(0, Math.min(layers.length - 1, to.row)),
      column: Math.max(0, Math.min(kinds.length - 1, to.column)),
    };
    setFocus(place);
    if (!extend) setAnchor(place);
    bring(place.row);
  };
  const onKey = (event: KeyboardEvent): void => {
    const steps: Readonly<Record<string, readonly [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-15, 0],
      PageDown: [15, 0],
    };
    const step = steps[event.key];
    if (step) go({ row: focus.row + step[0], column: focus.column + step[1] }, event.shiftKey);
    else if (event.key in KEYS && !event.ctrlKey && !event.metaKey) apply(KEYS[event.key] ?? null);
    else if (event.key === " " || event.key === "Enter") {
      const [layer, kind] = [layers[focus.row], kinds[focus.column]];
      const state = (layer && kind && showing[layer.name]?.[kind.id]) ?? null;
      apply(TURN[(TURN.indexOf(state) + 1) % TURN.length] ?? null);
    } else return;
    event.preventDefault();
  };
  const placeOf = (event: PointerEvent): Place | null => {
    const cell = (document.elementFromPoint(event.clientX, event.clientY) as HTMLElement | null)?.closest<HTMLElement>(
      "[data-cell]",
    );
    const [row, column] = (cell?.dataset["cell"] ?? "").split(",").map(Number);
    return cell && row !== undefined && column !== undefined ? { row, column } : null;
  };
  if (kinds.length === 0)
    return (
      <Empty>
        The chart says of every layer what each kind of drawing does with it: drawn, faint or left out. The standard has
        no drawing kinds yet. Add one under Drawing kinds, and every layer is undecided for it until somebody decides.
      </Empty>
    );
  const template = `${NAME_PX}px repeat(${kinds.length}, minmax(74px, 1fr))`;
  return (
    <Alive>
      <Box sx={{ height: "100%", display: "flex", flexDirection: "column", minHeight: 0 }}>
        <Box sx={{ display: "flex", gap: 1, alignItems: "center", mb: 1 }}>
          <TextField
            placeholder="Family, such as A-ANNO"
            value={filter}
            onChange={(event) => setFilter(event.target.value)}
            slotProps={{ htmlInput: { "aria-label": "Filter layers" } }}
            sx={{ width: 200, "& input": { py: 0.6 } }}
          />
          <Button
            variant={undecidedOnly ? "contained" : "text"}
            aria-pressed={undecidedOnly}
            onClick={() => setUndecidedOnly(!undecidedOnly)}
          >
            {open === 0 ? "All decided" : `${open.toLocaleString("en")} undecided`}
          </Button>
          <Box sx={{ flex: 1 }} />
          {mayEdit && (
            <>
              <Typography variant="caption" color="text.secondary">
                Chosen cells become
              </Typography>
              {SHOWINGS.map((state) => (
                <Button key={state} onClick={() => apply(state)} startIcon={<ShowingMark state={state} />}>
                  {SHOWING_WORDS[state]}
                </Button>
              ))}
            </>
          )}
        </Box>
        <Box
          ref={scroller}
          role="grid"
          aria-label="Showing chart"
          aria-rowcount={layers.length + 1}
          aria-colcount={kinds.length + 1}
          aria-activedescendant={`cell-${focus.row}-${focus.column}`}
          tabIndex={0}
          onKeyDown={onKey}
          onPointerDown={(event) => {
            const place = placeOf(event);
            if (!place) return;
            dragging.current = true;
            setFocus(place);
            if (!event.shiftKey) setAnchor(place);
          }}
          onPointerMove={(event) => {
            const place = dragging.current ? placeOf(event) : null;
            if (place && (place.row !== focus.row || place.column !== focus.column)) setFocus(place);
          }}
          onPointerUp={() => (dragging.current = false)}
          sx={{
            flex: 1,
            minHeight: 0,
            overflow: "auto",
            bgcolor: "background.paper",
            userSelect: "none",
            touchAction: "pan-y",
          }}
        >
          <Box
            role="row"
            sx={{
              display: "grid",
              gridTemplateColumns: template,
              position: "sticky",
              top: 0,
              zIndex: 1,
              bgcolor: "background.default",
              height: HEAD_PX,
              alignItems: "center",
            }}
          >
            <Box role="columnheader" sx={{ px: 1, fontSize: 13, fontWeight: 600 }}>
              {layers.length.toLocaleString("en")} layers
            </Box>
            {kinds.map((kind, column) => (
              <Box
                key={kind.id}
                role="columnheader"
                onClick={() => {
                  setAnchor({ row: 0, column });
                  setFocus({ row: layers.length - 1, column });
                }}
                title="Choose the whole column"
                sx={{ px: 0.5, fontSize: 12.5, fontWeight: 600, textAlign: "center", cursor: "pointer" }}
              >
                {kind.title || kind.id}
              </Box>
            ))}
          </Box>
          <Box sx={{ height: layers.length * ROW_PX, position: "relative" }}>
            {layers.slice(first, last).map((layer, i) => {
              const row = first + i;
              return (
                <Box
                  key={layer.name}
                  role="row"
                  aria-rowindex={row + 2}
                  sx={{
                    display: "grid",
                    gridTemplateColumns: template,
                    position: "absolute",
                    top: row * ROW_PX,
                    left: 0,
                    right: 0,
                    height: ROW_PX,
                    borderBottom: "1px solid",
                    borderColor: "divider",
                  }}
                >
                  <Box
                    role="rowheader"
                    title={layer.purpose}
                    onClick={() => {
                      setAnchor({ row, column: 0 });
                      setFocus({ row, column: kinds.length - 1 });
                    }}
                    sx={{
                      px: 1,
                      fontFamily: CODE_FONT,
                      fontSize: 12.5,
                      lineHeight: `${ROW_PX}px`,
                      overflow: "hidden",
                      textOverflow: "ellipsis",
                      whiteSpace: "nowrap",
                      cursor: "pointer",
                    }}
                  >
                    {layer.name}
                  </Box>
                  {kinds.map((kind, column) => {
                    const state = showing[layer.name]?.[kind.id];
                    const inside =
                      row >= chosen.top && row <= chosen.bottom && column >= chosen.left && column <= chosen.right;
                    return (
                      <Box
                        key={kind.id}
                        id={`cell-${row}-${column}`}
                        role="gridcell"
                        data-cell={`${row},${column}`}
                        aria-selected={inside}
                        aria-label={`${layer.name}, ${kind.title || kind.id}: ${SHOWING_WORDS[state ?? "undecided"]}`}
                        sx={{
                          display: "grid",
                          placeItems: "center",
                          borderLeft: "1px solid",
                          borderColor: "divider",
                          cursor: "cell",
                          bgcolor: inside
                            ? "action.selected"
                            : state === undefined
                              ? "rgba(199,119,0,.16)"
                              : "transparent",
                          outline:
                            row === focus.row && column === focus.column
                              ? "2px solid var(--mui-palette-secondary-main)"
                              : "none",
                          outlineOffset: -2,
                        }}
                      >
                        <ShowingMark state={state} />
                      </Box>
                    );
                  })}
                </Box>
              );
            })}
          </Box>
        </Box>
        <Typography variant="caption" color="text.secondary" sx={{ pt: 0.5 }}>
          Arrow keys move, Shift extends, <kbd>d</kbd> drawn, <kbd>n</kbd> needed, <kbd>f</kbd> faint, <kbd>x</kbd> left
          out, <kbd>u</kbd> undecided, space turns. Drag over cells to choose several; click a name or a title for all.
        </Typography>
      </Box>
    </Alive>
  );
}

const rectangle = (a: Place, b: Place) => ({
  top: Math.min(a.row, b.row),
  bottom: Math.max(a.row, b.row),
  left: Math.min(a.column, b.column),
  right: Math.max(a.column, b.column),
});
