import type { Unread } from "../../drawing";
import { counted } from "../../base/words";
import { attachmentsOf } from "./attachments";
import { arrayAt, dictAt, dictOf, lookup, nameAt, numberAt } from "./objects";
import { hasEnd, type OpenedPdf } from "./open";
import type { Dict } from "./syntax/values";

/**
 * What a file holds beside the lines, areas and letters of its pages, and what had to be repaired to read it: said once
 * each, so that silence means that there was nothing.
 */
export function besideOf({ file, pages, listed }: OpenedPdf): Unread[] {
  return [
    ...repairs({ file, pages, listed }),
    ...permissions(file.encryption?.forbidden ?? []),
    ...forms(dictAt(file.catalog, "AcroForm")),
    ...attached(file.catalog),
    ...pages.flatMap(({ dict }, i) => notRead(dict, i + 1)),
  ];
}

function repairs({ file, pages, listed }: OpenedPdf): Unread[] {
  const said: Unread[] = [];
  if (file.head > 0)
    said.push({
      code: "before-the-head",
      message: `${counted(file.head, "byte")} before the start of the PDF were skipped.`,
    });
  if (!hasEnd(file.bytes))
    said.push({
      code: "cut-off",
      message: "The file has no end mark: it may have been cut off. What is left of it was read.",
    });
  if (file.wasSearched)
    said.push({
      code: "repaired",
      message:
        "The file's table of objects is missing or damaged; it was rebuilt by searching the file, as viewers do.",
    });
  if (listed > pages.length)
    said.push({
      code: "pages-missing",
      message: `The file says that it has ${counted(listed, "page")}; ${pages.length} of them can be read.`,
    });
  return said;
}

/** “a, b and c”. */
const inWords = (words: readonly string[]): string =>
  words.length < 2 ? words.join("") : `${words.slice(0, -1).join(", ")} and ${words.at(-1)}`;

const permissions = (forbidden: readonly string[]): Unread[] =>
  forbidden.length === 0
    ? []
    : [
        {
          code: "permissions",
          message: `The sender's permissions forbid ${inWords(forbidden)}.`,
        },
      ];

/** Forms that are drawn by a program of their own (XFA); the page shows only what stands in for them. */
const forms = (form: Dict | undefined): Unread[] =>
  form && lookup(form, "XFA") !== undefined
    ? [
        {
          code: "xfa",
          message: "The file is a form (XFA) that draws its pages itself; what it shows was not read.",
        },
      ]
    : [];

/** Names of attached files that are told. */
const MOST_NAMED = 5;

function attached(catalog: Dict | undefined): Unread[] {
  const all = attachmentsOf(catalog);
  if (all.length === 0) return [];
  const names = all.slice(0, MOST_NAMED).map(({ name }) => `“${name}”`);
  const more = all.length > names.length ? ` and ${all.length - names.length} more` : "";
  const isPortfolio = dictAt(catalog, "Collection") !== undefined;
  return [
    {
      code: isPortfolio ? "portfolio" : "attachments",
      message: `${isPortfolio ? "The file is a portfolio. It holds" : "The file carries"} ${names.join(", ")}${more}, which ${all.length === 1 ? "was" : "were"} not read. A drawing attached to it can be inspected on its own.`,
      files: all.map(({ name }) => name),
    },
  ];
}

/** Annotations that show something which is no mark on paper. */
const SHOWN: Readonly<Record<string, string>> = {
  "3D": "a three-dimensional model",
  RichMedia: "a film, a sound or a model",
  Movie: "a film",
  Screen: "a film or a sound",
  Sound: "a sound",
  FileAttachment: "an attached file",
};

function notRead(page: Dict, index: number): Unread[] {
  const kinds = new Set(
    arrayAt(page, "Annots").flatMap((each) => {
      const dict = dictOf(each);
      const kind = nameAt(dict, "Subtype") ?? "";
      return dict && ((numberAt(dict, "F") ?? 0) & HIDDEN) === 0 && Object.hasOwn(SHOWN, kind) ? [kind] : [];
    }),
  );
  return [...kinds].map((kind) => ({
    code: kind === "3D" ? "model" : kind === "FileAttachment" ? "attachments" : "media",
    message: `The page contains ${SHOWN[kind] ?? "something"} that is not drawn on it; it was not judged.`,
    page: index,
  }));
}

const HIDDEN = 2;
