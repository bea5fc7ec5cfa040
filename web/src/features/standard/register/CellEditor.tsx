"use client";
import Box from "@mui/material/Box";
import { useRef, useState, type KeyboardEvent } from "react";
import type { Column } from "./columns";

/** Where the keyboard goes after a cell: down on Enter, on with Tab, or it stays. */
export type Way = "down" | "on" | "back" | "stay";

const field = {
  width: "100%",
  height: "100%",
  border: 0,
  px: 1,
  m: 0,
  font: "inherit",
  color: "text.primary",
  bgcolor: "background.paper",
  outline: "2px solid var(--mui-palette-secondary-main)",
  outlineOffset: -2,
} as const;

/** Typing in a cell: Enter or Tab stores, Escape leaves it as it was. */
export function CellEditor({
  column,
  initial,
  onStore,
  onLeave,
}: {
  column: Column;
  initial: string;
  onStore: (text: string, way: Way) => void;
  onLeave: () => void;
}) {
  const [text, setText] = useState(initial);
  // Leaving the field stores; after Enter or Escape it must not do so again.
  const over = useRef(false);
  const end = (then: () => void): void => {
    if (over.current) return;
    over.current = true;
    then();
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    event.stopPropagation();
    const way: Way | undefined =
      event.key === "Enter" ? "down" : event.key === "Tab" ? (event.shiftKey ? "back" : "on") : undefined;
    if (way) {
      event.preventDefault();
      end(() => onStore(text, way));
    } else if (event.key === "Escape") end(onLeave);
  };
  const onBlur = (): void => end(() => onStore(text, "stay"));
  const shared = { "aria-label": column.title, autoFocus: true, onKeyDown, onBlur, sx: field } as const;
  return column.options ? (
    <Box component="select" value={text} onChange={(event) => setText(event.target.value)} {...shared}>
      {column.options.map(({ value, label }) => (
        <option key={value} value={value}>
          {label}
        </option>
      ))}
    </Box>
  ) : (
    <Box
      component="input"
      value={text}
      maxLength={4000}
      inputMode={column.shape === "number" ? "decimal" : undefined}
      onChange={(event) => setText(event.target.value)}
      {...shared}
    />
  );
}
