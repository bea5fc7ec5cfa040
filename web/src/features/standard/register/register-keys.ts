import type { KeyboardEvent } from "react";

/** A cell by row and column; row −1 is the titles, column −1 the boxes that choose rows. */
export interface CellPlace {
  readonly row: number;
  readonly column: number;
}

interface Actions {
  readonly rows: number;
  readonly columns: number;
  readonly pageRows: number;
  readonly place: CellPlace;
  readonly goTo: (place: CellPlace, extend: boolean) => void;
  /** Begins editing; with the character that was typed, or with what stands there. */
  readonly edit: (typed?: string) => void;
  readonly toggle: () => void;
  readonly sort: (column: number) => void;
  readonly chooseAll: () => void;
  readonly chooseNone: () => void;
}

/** The keyboard of a register, as spreadsheets have it. */
export function registerKeys(event: KeyboardEvent, actions: Actions): void {
  const { place, rows, columns, pageRows } = actions;
  const control = event.ctrlKey || event.metaKey;
  const to = moved(event.key, control, place, rows, columns, pageRows);
  if (to) actions.goTo(to, event.shiftKey);
  else if (control && event.key.toLowerCase() === "a") actions.chooseAll();
  else if (event.key === "Escape") actions.chooseNone();
  else if (control || event.altKey) return;
  else if (place.row === -1 && (event.key === "Enter" || event.key === " ")) {
    if (place.column === -1) actions.chooseAll();
    else actions.sort(place.column);
  } else if (event.key === " " && (event.shiftKey || place.column === -1)) actions.toggle();
  else if (event.key === "Enter" || event.key === "F2") actions.edit();
  else if (event.key.length === 1) actions.edit(event.key);
  else return;
  event.preventDefault();
}

function moved(
  key: string,
  control: boolean,
  { row, column }: CellPlace,
  rows: number,
  columns: number,
  pageRows: number,
): CellPlace | undefined {
  const within = (at: number): number => Math.max(0, Math.min(rows - 1, at));
  switch (key) {
    case "ArrowUp":
      return { row: Math.max(-1, row - 1), column };
    case "ArrowDown":
      return { row: within(row + 1), column };
    case "ArrowLeft":
      return { row, column: Math.max(-1, column - 1) };
    case "ArrowRight":
      return { row, column: Math.min(columns - 1, column + 1) };
    case "PageUp":
      return { row: within(row - pageRows), column };
    case "PageDown":
      return { row: within(row + pageRows), column };
    case "Home":
      return control ? { row: 0, column: 0 } : { row, column: 0 };
    case "End":
      return control ? { row: rows - 1, column: columns - 1 } : { row, column: columns - 1 };
    default:
      return undefined;
  }
}
