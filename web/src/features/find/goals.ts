import { CHAPTERS } from "@hemstitch/core/standard/plain";
import type { Somebody } from "../shell/somebody";

/** A place that one can go to by its name, or something that can be done from anywhere. */
export interface Goal {
  readonly name: string;
  readonly words: string;
  readonly path?: string;
  readonly opens?: "scale-slip";
}

const place = (name: string, path: string, words = "place"): Goal => ({ name, words, path });

const OF_EDITIONS = [
  ["What the draft changes", "/standard/editions"],
  ["Editions", "/standard/editions?view=editions"],
  ["Compare editions", "/standard/editions?view=compare"],
  ["Log of changes", "/standard/editions?view=log"],
] as const;

/** Where somebody may go and what they may open, by name. */
export function goalsOf({ may }: Pick<Somebody, "may">): Goal[] {
  const ofStandard = [
    ...CHAPTERS.map(({ id, title }) => place(title, `/standard/${id}`, "chapter of the standard")),
    place("Showing chart", "/standard/drawing-kinds?view=chart", "drawing kinds"),
    place("Sheet numbers", "/standard/sheets?view=numbers", "sheets"),
    place("Order of legends", "/standard/codes?view=order", "codes"),
    place("Checks", "/standard/checks", "chapter of the standard"),
    ...OF_EDITIONS.map(([name, path]) => place(name, path, "standard")),
  ];
  return [
    place("Today", "/today"),
    ...(may.includes("see-office") ? ofStandard : []),
    place("Plan sets", "/plan-sets"),
    place("Inspection", "/inspection"),
    place("Requests", "/requests"),
    ...(may.includes("people") ? [place("People", "/people", "who belongs to the office")] : []),
    place("Account", "/account", "password, tokens, signing out"),
    { name: "Scale slip", words: "calculator of scales, Alt S", opens: "scale-slip" },
  ];
}
