/** JSON that PostgreSQL takes: it refuses NUL and halves of surrogate pairs, which names in files may hold. */
export function storable<T>(value: T): T {
  const text = JSON.stringify(value, (_key, each: unknown) => (typeof each === "string" ? storableText(each) : each));
  return JSON.parse(text) as T;
}

export const storableText = (text: string): string => text.toWellFormed().replaceAll("\u0000", "\ufffd");
