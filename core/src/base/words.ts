/** `3 lines`, `1 line`. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString("en")} ${count === 1 ? one : many}`;

/** `1 line of lettering`, `3 lines of lettering`: what a reader sees, however many strings a file sets it in. */
export const linesOfLettering = (count: number): string => counted(count, "line of lettering", "lines of lettering");

/** A length in millimetres for a sentence: at most three decimals. */
export const mm = (value: number): string => `${Number(value.toFixed(3))} mm`;

/** `a, b and c`. */
export const listed = (words: readonly string[], last = "and"): string =>
  words.length < 2 ? (words[0] ?? "") : `${words.slice(0, -1).join(", ")} ${last} ${words[words.length - 1] ?? ""}`;

/** With a capital at its beginning, as a sentence or a cell of its own has. */
export const capitalised = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** With a small letter at its beginning, as it stands within a sentence. */
export const uncapitalised = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

/** 268435456 → “256 MB”. */
export const megabytes = (bytes: number): string => `${Math.round(bytes / 2 ** 20)} MB`;
