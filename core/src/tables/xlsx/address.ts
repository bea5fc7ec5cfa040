/** A cell's place: column and row from 1. */
export interface Address {
  readonly column: number;
  readonly row: number;
}

/** `AB12` → column 28, row 12; undefined for what is no address. */
export function addressOf(written: string): Address | undefined {
  const [, letters, figures] = /^\$?([A-Z]{1,3})\$?([0-9]{1,10})$/.exec(written) ?? [];
  if (!letters || !figures) return undefined;
  const column = [...letters].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);
  return { column, row: Number(figures) };
}

/** 28 → `AB`. */
export function lettersOf(column: number): string {
  let letters = "";
  for (let rest = column; rest > 0; rest = Math.floor((rest - 1) / 26))
    letters = String.fromCharCode(65 + ((rest - 1) % 26)) + letters;
  return letters;
}

/** `A1:C3` → its two corners; one address stands for itself. */
export function rangeOf(written: string): readonly [Address, Address] | undefined {
  const [from, to = from] = written.split(":").map(addressOf);
  return from && to ? [from, to] : undefined;
}
