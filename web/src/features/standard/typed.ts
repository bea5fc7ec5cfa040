/** A list as a person writes it in a cell. */
export const listOf = (text: string): string[] =>
  text
    .split(/[,;]/)
    .map((each) => each.trim())
    .filter((each) => each !== "");

/** A figure with a decimal point or comma; undefined where it is none. */
export const figure = (text: string): number | undefined => {
  const value = Number(text.trim().replace(/^([-+]?\d*),(\d+)$/, "$1.$2"));
  return text.trim() === "" || !Number.isFinite(value) ? undefined : value;
};
