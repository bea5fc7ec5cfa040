import { addTo } from "../../base/grouped";
import { distance } from "fastest-levenshtein";
import { parseName, schemeFaults, type NameGrammar, type NamePart, type ParsedName } from "../../naming";
import type { LayerEntry, OfficeStandard } from "../model";
import { listed, type Remark } from "./remark";

const about = { chapter: "layers", list: "layers" } as const;

/** The layer register against its scheme and against itself. */
export function layerRemarks(standard: OfficeStandard): Remark[] {
  const scheme = standard.naming.layers;
  const read = standard.layers.map((layer) => parseName(layer.name, scheme));
  const parts = new Map(
    standard.layers.map((layer, i) => {
      const parsed = read[i];
      return [layer.name, parsed?.ok ? parsed.parts : undefined] as const;
    }),
  );
  return [
    ...schemeRemarks(scheme),
    ...standard.layers.flatMap((layer, i) => oneLayer(layer, read[i])),
    ...codesWithoutLayers(scheme, [...parts.values()]),
    ...nearDuplicates(standard.layers, parts, scheme),
    ...sameMeaning(standard.layers),
  ];
}

function schemeRemarks(scheme: NameGrammar): Remark[] {
  const faults = schemeFaults(scheme)
    .filter((fault) => fault.kind !== "never-matches")
    .map((fault): Remark => ({ chapter: "layers", code: `scheme-${fault.kind}`, message: fault.message }));
  const examples = scheme.examples
    .filter((example) => !parseName(example, scheme).ok)
    .map((example): Remark => ({
      chapter: "layers",
      code: "example-off-scheme",
      message: `The example “${example}” does not follow the scheme.`,
    }));
  return [...faults, ...examples];
}

function oneLayer(layer: LayerEntry, parsed: ParsedName | undefined): Remark[] {
  const found: Remark[] = [];
  if (parsed && !parsed.ok)
    found.push({
      ...about,
      key: layer.name,
      code: "name-off-scheme",
      message: `${layer.name} does not follow the scheme: ${parsed.failure.message}`,
    });
  if (!layer.withdrawn && layer.pen === undefined)
    found.push({
      ...about,
      key: layer.name,
      code: "layer-without-pen",
      message: `${layer.name} has no pen, so its widths are not judged against one.`,
    });
  if (layer.withdrawn && layer.successor === undefined)
    found.push({
      ...about,
      key: layer.name,
      code: "withdrawn-without-successor",
      message: `${layer.name} is withdrawn and nothing says what takes its place.`,
    });
  return found;
}

/** Codes of closed lists that no registered name bears; one remark a field. */
function codesWithoutLayers(scheme: NameGrammar, names: readonly (readonly NamePart[] | undefined)[]): Remark[] {
  if (names.every((name) => name === undefined)) return [];
  return scheme.fields.flatMap((field): Remark[] => {
    if (!field.required || !field.codes || field.open) return [];
    const used = new Set(
      names.flatMap((name) => name?.filter((part) => part.field === field.id).map((part) => part.text) ?? []),
    );
    const unused = field.codes.map(({ code }) => code).filter((code) => !used.has(code));
    return unused.length === 0
      ? []
      : [
          {
            chapter: "layers",
            code: "codes-without-layers",
            message: `${unused.length} codes of the ${field.title} have no layer: ${listed(unused)}.`,
          },
        ];
  });
}

/** Names without one character each, so that names one edit apart meet under one of them. */
function* shortened(name: string): Generator<string> {
  yield name;
  for (let i = 0; i < name.length; i++) yield name.slice(0, i) + name.slice(i + 1);
}

const bare = (name: string): string => name.toUpperCase().replace(/[^\p{L}\p{N}]/gu, "");

/** A name with its letters and figures alone, and without the figures, made once: registers have thousands. */
interface Spelling {
  readonly name: string;
  readonly bare: string;
  readonly letters: string;
  readonly parts: readonly NamePart[] | undefined;
}

function nearDuplicates(
  layers: readonly LayerEntry[],
  parts: ReadonlyMap<string, readonly NamePart[] | undefined>,
  scheme: NameGrammar,
): Remark[] {
  const meet = new Map<string, Spelling[]>();
  const found = new Map<string, Remark>();
  for (const { name } of layers) {
    const spelt = bare(name);
    const one: Spelling = { name, bare: spelt, letters: spelt.replace(/\d/g, ""), parts: parts.get(name) };
    for (const key of shortened(spelt)) {
      const others = meet.get(key);
      if (!others) meet.set(key, [one]);
      else {
        for (const other of others)
          if (other !== one && alike(other, one, scheme))
            found.set(`${other.name}\n${name}`, {
              ...about,
              key: name,
              code: "near-duplicate",
              message: `${other.name} and ${name} are hard to tell apart.`,
            });
        if (others.at(-1) !== one) others.push(one);
      }
    }
  }
  return [...found.values()];
}

/** Names that differ by a listed code or by a number mean different things; those that differ by spelling don't. */
function alike(a: Spelling, b: Spelling, scheme: NameGrammar): boolean {
  if (a.bare === b.bare) return true;
  // Numbered names are told apart by their numbers, whatever else the scheme says of them.
  if (a.letters === b.letters && a.parts && b.parts) return false;
  if (distance(a.bare, b.bare) > 1) return false;
  const [x, y] = [a.parts, b.parts];
  if (!x || !y || x.length !== y.length) return true;
  return x.every((part, i) => {
    const other = y[i];
    if (!other || part.field !== other.field) return false;
    if (part.text === other.text) return true;
    const field = scheme.fields.find((each) => each.id === part.field);
    const bothListed = part.meaning !== undefined && other.meaning !== undefined;
    return !bothListed && !/\d/.test(part.text + other.text) && field?.open === true;
  });
}

function sameMeaning(layers: readonly LayerEntry[]): Remark[] {
  const byPurpose = new Map<string, string[]>();
  for (const layer of layers) {
    const purpose = layer.purpose.trim().toLowerCase();
    if (purpose === "" || layer.withdrawn) continue;
    addTo(byPurpose, purpose, layer.name);
  }
  return [...byPurpose.values()]
    .filter((names) => names.length > 1)
    .map((names): Remark => ({
      ...about,
      key: names[0] ?? "",
      code: "same-meaning",
      message: `${listed(names)} have the same purpose.`,
    }));
}
