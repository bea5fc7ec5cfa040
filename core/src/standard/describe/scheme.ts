import { FIELD_CHARACTERS } from "../model/choices";
import { choice, flag, keyText, maybe, number, parts, text, texts, type EntryOf } from "./property";

/** What a code of a naming scheme stands for. */
export const CODE = { code: keyText("Code", 32), meaning: text("Meaning", 200) };

/** One field of a naming scheme. Lengths in characters. */
export const FIELD = {
  id: keyText("Field", 40),
  title: keyText("Title", 80),
  minLength: number("Shortest", { whole: true, least: 1, most: 64 }),
  maxLength: number("Longest", { whole: true, least: 1, most: 64 }),
  characters: choice("Characters", FIELD_CHARACTERS),
  required: flag("Required"),
  joined: maybe(flag("No separator before")),
  open: maybe(flag("Other codes too")),
  codeIsPrefix: maybe(flag("Code is a beginning")),
  mayBeBlank: maybe(flag("May be blank")),
  usual: maybe(text("Usual", 64)),
  codes: maybe(parts("CodeEntry", { title: "Codes", one: "code", most: 5000 }, CODE)),
};

/** A naming scheme: the grammar of layer names, sheet numbers or labels. */
export const SCHEME = {
  id: keyText("Scheme", 80),
  title: text("Title", 200),
  source: text("Source", 300),
  separator: text("Separator", 1),
  filler: maybe(text("Filler", 1)),
  fields: parts("FieldEntry", { title: "Fields", one: "field", most: 20 }, FIELD),
  examples: texts("Examples"),
};

export type CodeEntry = EntryOf<typeof CODE>;
export type FieldEntry = EntryOf<typeof FIELD>;
export type SchemeEntry = EntryOf<typeof SCHEME>;
