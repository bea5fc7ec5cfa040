/** Begins the name of a filter that is worked out pixel by pixel. */
export const MASK_FILTER = "hemstitch";

const tables: Uint8Array[] = [];

/** Names of filters for soft masks; `Masks` stands where a document's own filters would. */
export class Masks {
  addFilter(): string {
    return "none";
  }

  addHCMFilter(): string {
    return "none";
  }

  addHighlightHCMFilter(): string {
    return "none";
  }

  addAlphaFilter(table: ArrayLike<number>): string {
    return `${MASK_FILTER}-alpha ${keep(table)}`;
  }

  addLuminosityFilter(table?: ArrayLike<number> | null): string {
    return `${MASK_FILTER}-luminosity ${table ? keep(table) : ""}`;
  }

  destroy(): void {
    tables.length = 0;
  }
}

const keep = (table: ArrayLike<number>): number => tables.push(Uint8Array.from(table)) - 1;

/** The table of a filter's name: what each value becomes. None where it stays. */
export function tableOf(filter: string): Uint8Array | undefined {
  const index = filter.split(" ")[1] ?? "";
  return index === "" ? undefined : tables[Number(index)];
}

/**
 * Turns lightness into alpha, in place: what is light lets through. Or, `byAlpha`, keeps the alpha that is there. Both
 * go through the table where there is one. Weights of red, green and blue: ISO 32000-1, 11.5.3 (as for CalGray,
 * 0.3, 0.59 and 0.11).
 */
export function alphaByLuminosity(pixels: Uint8ClampedArray, table: Uint8Array | undefined, byAlpha: boolean): void {
  for (let i = 0; i < pixels.length; i += 4) {
    const [red, green, blue, alpha] = [pixels[i] ?? 0, pixels[i + 1] ?? 0, pixels[i + 2] ?? 0, pixels[i + 3] ?? 0];
    const value = byAlpha ? alpha : Math.round(((0.3 * red + 0.59 * green + 0.11 * blue) * alpha) / 255);
    pixels[i + 3] = table ? (table[value] ?? value) : value;
  }
}
