import { matchesSomething } from "../../naming";
import { parseLength, parseScale } from "../../quantity";
import type { Problem } from "../../base/result";
import { entriesOf, keyOf, LIST_NAMES, LISTS, named, REFERENCES, type ListName } from "../chapters";
import type { OfficeStandard, SchemeEntry } from "../model";
import { CODE_GROUPS, SHOWINGS } from "../model/choices";
import { parseSlope } from "../slope";
import { frameShapes } from "./frames";

/** What a standard can't be with: doubles, references to nothing, shapes that can't be drawn. */
export function againstItself(standard: OfficeStandard): Problem[] {
  return [
    ...LIST_NAMES.flatMap((list) => doubles(standard, list)),
    ...REFERENCES.flatMap((reference) => missing(standard, reference)),
    ...circularSuccessors(standard),
    ...schemes(standard),
    ...hatchFamilies(standard),
    ...frameShapes(standard),
    ...readable(standard),
    ...showingChart(standard),
    ...legendOrder(standard),
  ];
}

function doubles(standard: OfficeStandard, list: ListName): Problem[] {
  const first = new Map<string, number>();
  return entriesOf(standard, list).flatMap((entry, index) => {
    const key = keyOf(list, entry);
    const earlier = first.get(key);
    if (earlier === undefined) {
      first.set(key, index);
      return [];
    }
    return [
      {
        code: "double",
        message: `The ${LISTS[list].one} “${key}” stands here and at ${list}[${earlier}].`,
        remedy: "Keep one of the two.",
        at: `${list}[${index}].${LISTS[list].key}`,
      },
    ];
  });
}

function missing(standard: OfficeStandard, reference: (typeof REFERENCES)[number]): Problem[] {
  const { from, to } = reference;
  const known = new Set(entriesOf(standard, to).map((entry) => keyOf(to, entry)));
  return entriesOf(standard, from).flatMap((entry, index) =>
    named(entry, reference)
      .filter(({ key }) => !known.has(key))
      .map(({ key, at }) => ({
        code: `no-such-${LISTS[to].one.replaceAll(" ", "-")}`,
        message: `The ${LISTS[from].one} “${keyOf(from, entry)}” names the ${LISTS[to].one} “${key}”, which the standard does not have.`,
        at: `${from}[${index}].${at}`,
      })),
  );
}

/** Names of a circle that its message tells. */
const MOST_TOLD = 8;

function circularSuccessors(standard: OfficeStandard): Problem[] {
  const next = new Map(standard.layers.map((layer) => [layer.name, layer.successor]));
  const circles = circlesOf(next);
  return standard.layers.flatMap(({ name }, index) => {
    const circle = circles.get(name);
    if (!circle) return [];
    const at = circle.indexOf(name);
    const way = [...circle.slice(at, at + MOST_TOLD), ...circle.slice(0, Math.max(0, at + MOST_TOLD - circle.length))];
    const told = way.slice(0, circle.length);
    return [
      {
        code: "circular-successor",
        message: `The successors of ${name} lead back to it: ${[...told, ...(told.length < circle.length ? ["…"] : []), name].join(" → ")}.`,
        remedy: "Let one of them have no successor.",
        at: `layers[${index}].successor`,
      },
    ];
  });
}

/** The circle that each name is in, where it is in one. Every name is passed once. */
function circlesOf(next: ReadonlyMap<string, string | undefined>): ReadonlyMap<string, readonly string[]> {
  const circles = new Map<string, readonly string[]>();
  const passed = new Set<string>();
  for (const start of next.keys()) {
    const way = new Map<string, number>();
    let name: string | undefined = start;
    while (name !== undefined && !passed.has(name)) {
      passed.add(name);
      way.set(name, way.size);
      name = next.get(name);
    }
    const from = name === undefined ? undefined : way.get(name);
    if (from === undefined) continue;
    const circle = [...way.keys()].slice(from);
    for (const each of circle) circles.set(each, circle);
  }
  return circles;
}

function schemes(standard: OfficeStandard): Problem[] {
  const { layers } = standard.naming;
  const all: [string, SchemeEntry][] = [
    // A scheme without fields says that the office has not settled its layer names: none is judged by it.
    ...(layers.fields.length > 0 ? [["naming.layers", layers] satisfies [string, SchemeEntry]] : []),
    ["naming.sheets", standard.naming.sheets],
    ...standard.labelPatterns.map((each, i): [string, SchemeEntry] => [`labelPatterns[${i}].pattern`, each.pattern]),
  ];
  return all.flatMap(([path, scheme]) => {
    const lengths = scheme.fields.flatMap((field, index) =>
      field.minLength <= field.maxLength
        ? []
        : [
            {
              code: "field-lengths",
              message: `The ${field.title} would be at least ${field.minLength} and at most ${field.maxLength} characters long.`,
              at: `${path}.fields[${index}].minLength`,
            },
          ],
    );
    if (lengths.length > 0) return lengths;
    return matchesSomething(scheme)
      ? []
      : [{ code: "scheme-never-matches", message: "No name can follow this scheme.", at: `${path}.fields` }];
  });
}

function hatchFamilies(standard: OfficeStandard): Problem[] {
  return standard.hatches.flatMap((hatch, index) =>
    hatch.families.length === 0
      ? [
          {
            code: "hatch-without-lines",
            message: `The hatch “${hatch.id}” has no lines.`,
            at: `hatches[${index}].families`,
          },
        ]
      : hatch.families.flatMap((family, nth) => {
          const at = `hatches[${index}].families[${nth}]`;
          if (!(family.spacingMm > 0))
            return [
              {
                code: "hatch-without-spacing",
                message: `Lines ${nth + 1} of the hatch “${hatch.id}” have no distance from each other and would fill the page.`,
                remedy: "Give a spacing over zero.",
                at: `${at}.spacingMm`,
              },
            ];
          if (family.dashMm.length > 0 && !(family.dashMm.reduce((sum, each) => sum + each, 0) > 0))
            return [{ code: "hatch-dash", message: "Dashes and gaps of no length draw nothing.", at: `${at}.dashMm` }];
          return [];
        }),
  );
}

/** Values that are kept as people write them. */
function readable(standard: OfficeStandard): Problem[] {
  const problems: Problem[] = [];
  standard.scales.forEach(({ scale }, index) => {
    const read = parseScale(scale);
    if (!read.ok) problems.push({ ...read.problem, at: `scales[${index}].scale` });
  });
  standard.unitStyles.forEach((style, index) => {
    for (const property of ["roundTo", "module"] as const) {
      const written = style[property];
      const read = written === undefined ? undefined : parseLength(written);
      const at = `unitStyles[${index}].${property}`;
      if (read && !read.ok) problems.push({ ...read.problem, at });
      else if (read && read.value.toNumber() <= 0)
        problems.push({
          code: "no-length",
          message: `“${written}” is no length to measure by; it must be above 0.`,
          at,
        });
    }
  });
  standard.slopes.forEach(({ slope }, index) => {
    const read = parseSlope(slope);
    if (!read.ok) problems.push({ ...read.problem, at: `slopes[${index}].slope` });
  });
  return problems;
}

function showingChart(standard: OfficeStandard): Problem[] {
  const kinds = new Set(standard.kinds.map((kind) => kind.id));
  const layers = new Set(standard.layers.map((layer) => layer.name));
  return Object.entries(standard.showing).flatMap(([layer, cells]): Problem[] => {
    const at = `showing["${layer}"]`;
    if (!layers.has(layer))
      return [
        {
          code: "no-such-layer",
          message: `The showing chart names the layer “${layer}”, which the register does not have.`,
          at,
        },
      ];
    if (typeof cells !== "object" || cells === null)
      return [{ code: "invalid-value", message: "A row of the showing chart is an object.", at }];
    return Object.entries(cells).flatMap(([kind, state]): Problem[] => {
      if (!kinds.has(kind))
        return [
          {
            code: "no-such-drawing-kind",
            message: `The showing chart names the drawing kind “${kind}”, which the standard does not have.`,
            at: `${at}["${kind}"]`,
          },
        ];
      return (SHOWINGS as readonly unknown[]).includes(state)
        ? []
        : [
            {
              code: "invalid-value",
              message: `“${String(state)}” is none of ${SHOWINGS.join(", ")}.`,
              at: `${at}["${kind}"]`,
            },
          ];
    });
  });
}

function legendOrder(standard: OfficeStandard): Problem[] {
  return standard.legendOrder.flatMap((group, index) =>
    (CODE_GROUPS as readonly string[]).includes(group)
      ? []
      : [{ code: "invalid-value", message: `“${group}” is no group of codes.`, at: `legendOrder[${index}]` }],
  );
}
