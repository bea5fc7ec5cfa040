import { dictAt, dictOf, elements, lookup, textOf } from "./objects";
import { Dict, Stream } from "./syntax/values";

/** A file that is kept in another. */
export interface Attachment {
  readonly name: string;
  readonly stream: Stream;
}

/** Files that are looked at; a list of more means harm. */
const MOST_FILES = 1000;
/** How deep a tree of names is followed (ISO 32000-1, 7.9.6). */
const DEEPEST = 32;

/** The files that are attached to a document as a whole, as a portfolio has them (ISO 32000-1, 7.11.4). */
export function attachmentsOf(catalog: Dict | undefined): Attachment[] {
  const found: Attachment[] = [];
  const seen = new Set<Dict>();
  const walk = (node: Dict | undefined, depth: number): void => {
    if (!node || seen.has(node) || depth > DEEPEST || found.length >= MOST_FILES) return;
    seen.add(node);
    const names = elements(lookup(node, "Names"));
    for (let i = 0; i + 1 < names.length && found.length < MOST_FILES; i += 2) {
      const file = fileOf(dictOf(names[i + 1]), textOf(names[i]));
      if (file) found.push(file);
    }
    for (const kid of elements(lookup(node, "Kids"))) walk(dictOf(kid), depth + 1);
  };
  walk(dictAt(dictAt(catalog, "Names"), "EmbeddedFiles"), 0);
  return found;
}

/** A file specification with its content (ISO 32000-1, 7.11.3). */
function fileOf(specification: Dict | undefined, listedAs: string | undefined): Attachment | undefined {
  const content = dictAt(specification, "EF");
  const stream = lookup(content, "UF") ?? lookup(content, "F");
  if (!(stream instanceof Stream)) return undefined;
  const name = textOf(lookup(specification, "UF")) ?? textOf(lookup(specification, "F")) ?? listedAs ?? "file";
  return { name: name.slice(0, 200), stream };
}
