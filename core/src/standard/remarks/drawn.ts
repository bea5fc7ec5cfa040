import { parseScale } from "../../quantity";
import { LISTS, usesOf } from "../chapters";
import { hatchDensity } from "../hatch-density";
import type { OfficeStandard, TextStyleEntry } from "../model";
import { listed, type Remark } from "./remark";

/** Pens whose widths are nearer than this can't be told apart in print; the ISO series steps by √2. */
const LEAST_STEP = 1.25;

/** What is drawn: pens, hatches, lettering and dimensions. */
export const drawnRemarks = (standard: OfficeStandard): Remark[] => [
  ...penNeighbours(standard),
  ...unused(standard),
  ...hatches(standard),
  ...standard.textStyles.flatMap((style) => textStyle(standard, style)),
  ...dimensions(standard),
];

function penNeighbours({ pens }: OfficeStandard): Remark[] {
  const rising = [...pens].sort((a, b) => a.widthMm - b.widthMm);
  return rising.flatMap((pen, i): Remark[] => {
    const next = rising[i + 1];
    if (!next || next.widthMm / pen.widthMm >= LEAST_STEP || next.shadePercent !== pen.shadePercent) return [];
    return [
      {
        code: "pens-too-near",
        chapter: "pens-and-lines",
        list: "pens",
        key: next.id,
        message: `The pens ${pen.id} (${pen.widthMm} mm) and ${next.id} (${next.widthMm} mm) can't be told apart in print.`,
      },
    ];
  });
}

function unused(standard: OfficeStandard): Remark[] {
  return (["pens", "penSchedules", "dimensionStyles", "unitStyles"] as const).flatMap((list): Remark[] => {
    const entries = standard[list] as readonly { id: string }[];
    const idle = entries.filter(({ id }) => usesOf(standard, list, id).length === 0).map(({ id }) => id);
    if (idle.length === 0 || idle.length === entries.length) return [];
    const chapter = {
      pens: "pens-and-lines",
      penSchedules: "pens-and-lines",
      dimensionStyles: "dimensions",
      unitStyles: "units-and-scales",
    } as const;
    return [
      {
        code: "unused",
        chapter: chapter[list],
        list,
        message: `${LISTS[list].many} that nothing uses: ${listed(idle)}.`,
      },
    ];
  });
}

function hatches(standard: OfficeStandard): Remark[] {
  const scales = standard.scales.flatMap(({ scale }) => {
    const read = parseScale(scale);
    return read.ok ? [{ scale, times: read.value.toNumber() }] : [];
  });
  return standard.hatches.flatMap((hatch): Remark[] => {
    const about = { chapter: "hatches", list: "hatches", key: hatch.id } as const;
    const pen = standard.pens.find((each) => each.id === hatch.pen);
    const layer = standard.layers.find((each) => each.name === hatch.layer);
    const found: Remark[] = [];
    if (!hatch.layer)
      found.push({ ...about, code: "hatch-without-layer", message: `${hatch.title || hatch.id} has no layer.` });
    if (layer?.marks && !layer.marks.includes("hatches"))
      found.push({
        ...about,
        code: "hatch-on-other-layer",
        message: `${hatch.title || hatch.id} goes on ${layer.name}, which does not take hatches.`,
      });
    const width = pen?.widthMm ?? 0.13;
    const dense = scales.filter(({ times }) => hatchDensity(hatch, width, times).state === "too-dense");
    if (dense.length > 0)
      found.push({
        ...about,
        code: "hatch-too-dense",
        message: `${hatch.title || hatch.id} is too dense at ${hatch.basis === "paper" ? "every scale" : listed(dense.map(({ scale }) => scale))}: its lines print as one.`,
      });
    return found;
  });
}

function textStyle(standard: OfficeStandard, style: TextStyleEntry): Remark[] {
  const about = { chapter: "text", list: "textStyles", key: style.id } as const;
  const small = standard.reductions.filter(
    ({ percent, leastHeightMm }) =>
      leastHeightMm !== undefined && (style.heightMm * percent) / 100 < leastHeightMm - 1e-9,
  );
  const families = new Set(standard.fonts.map((font) => font.family));
  const strangers = families.size === 0 ? [] : style.fonts.filter((font) => !families.has(font));
  return [
    ...small.map(({ title, percent, leastHeightMm }): Remark => ({
      ...about,
      code: "illegible-reduced",
      message: `${style.id} is ${Number(((style.heightMm * percent) / 100).toFixed(2))} mm high on the ${title}; ${leastHeightMm} mm is the least that can be read.`,
    })),
    ...strangers.map((font): Remark => ({
      ...about,
      code: "font-not-listed",
      message: `${style.id} uses ${font}, which is not among the office's fonts.`,
    })),
  ];
}

/** Between a dimension line and the figure above it, as specimens draw it. Millimetres. */
const FIGURE_GAP_MM = 0.8;

function dimensions(standard: OfficeStandard): Remark[] {
  return standard.dimensionStyles.flatMap((style): Remark[] => {
    const about = { chapter: "dimensions", list: "dimensionStyles", key: style.id } as const;
    const height = standard.textStyles.find((each) => each.id === style.textStyle)?.heightMm ?? 0;
    const found: Remark[] = [];
    if (style.pitchMm < height * 2)
      found.push({
        ...about,
        code: "rows-too-near",
        message: `Rows of ${style.title || style.id} are ${style.pitchMm} mm apart, too near for lettering of ${height} mm.`,
      });
    if (style.extension === "fixed" && style.extensionMm > style.firstRowMm - style.gapMm)
      found.push({
        ...about,
        code: "extension-reaches-object",
        message: `Extension lines of ${style.title || style.id} would reach into the gap at the object.`,
      });
    const inside = style.extensionMm + height + FIGURE_GAP_MM - style.pitchMm;
    if (style.extension === "fixed" && style.textPlace === "above-line" && inside > 0)
      found.push({
        ...about,
        code: "extension-meets-figures",
        message: `Extension lines of ${style.extensionMm} mm run ${Number(inside.toFixed(2))} mm into the figures of the row inside: at a pitch of ${style.pitchMm} mm with lettering of ${height} mm there is room for ${Number(Math.max(0, style.extensionMm - inside).toFixed(2))} mm.`,
      });
    if (new Set(style.rows).size !== style.rows.length)
      found.push({ ...about, code: "row-twice", message: `${style.title || style.id} names a row twice.` });
    return found;
  });
}
