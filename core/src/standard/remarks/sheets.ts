import { addTo } from "../../base/grouped";
import { offFrom } from "../../quantity";
import { parseName } from "../../naming";
import type { FrameEntry, OfficeStandard } from "../model";
import { listed, type Remark } from "./remark";

/** A frame that differs more than this from every sheet size was meant for another. Millimetres. */
const FRAME_OFF_MM = 2;

/** Sheets, codes and building lists. */
export const sheetRemarks = (standard: OfficeStandard): Remark[] => [
  ...standard.frames.flatMap((frame) => frameRemarks(standard, frame)),
  ...series(standard),
  ...codes(standard),
  ...walls(standard),
];

function frameRemarks(standard: OfficeStandard, frame: FrameEntry): Remark[] {
  const about = { chapter: "sheets", list: "frames", key: frame.id } as const;
  const found: Remark[] = [];
  const fits = standard.sheetSizes.some((size) => offFrom(size, frame.widthMm, frame.heightMm).offMm <= FRAME_OFF_MM);
  if (standard.sheetSizes.length > 0 && !fits)
    found.push({
      ...about,
      code: "frame-off-sizes",
      message: `${frame.title || frame.id} is no sheet size of the standard.`,
    });
  const fields = new Set(frame.titleBlock.cells.map((cell) => cell.field));
  const lacking = ["number", "title", "revision"].filter((field) => !fields.has(field));
  if (lacking.length > 0)
    found.push({
      ...about,
      code: "title-block-lacks",
      message: `The title block of ${frame.title || frame.id} has no ${listed(lacking)}.`,
    });
  const register = new Set(standard.layers.map((layer) => layer.name));
  const strangers =
    register.size === 0 ? [] : [...new Set(Object.values(frame.layers))].filter((layer) => !register.has(layer));
  if (strangers.length > 0)
    found.push({
      ...about,
      code: "frame-layers-unregistered",
      message: `${frame.title || frame.id} is drawn on ${listed(strangers)}, which the register does not have.`,
    });
  return found;
}

/** A series' numbers begin with its prefix; some number must follow the scheme so. */
function series({ series: all, naming }: OfficeStandard): Remark[] {
  return all.flatMap(({ id, prefix, title }): Remark[] => {
    const tails = ["", "1", "01", "001", "0001", "-1", "-01", "-001"];
    return tails.some((tail) => parseName(prefix + tail, naming.sheets).ok)
      ? []
      : [
          {
            code: "series-off-scheme",
            chapter: "sheets",
            list: "series",
            key: id,
            message: `No sheet number of ${title || id} can begin with “${prefix}”.`,
          },
        ];
  });
}

function codes(standard: OfficeStandard): Remark[] {
  const byMeaning = new Map<string, string[]>();
  for (const { code, meaning, group } of standard.codes) {
    const key = `${group} ${meaning.trim().toLowerCase()}`;
    if (meaning.trim() !== "") addTo(byMeaning, key, code);
  }
  return [...byMeaning.values()]
    .filter((same) => same.length > 1)
    .map((same): Remark => ({
      code: "codes-of-one-meaning",
      chapter: "codes",
      list: "codes",
      key: same[0] ?? "",
      message: `${listed(same)} mean the same.`,
    }));
}

function walls({ wallTypes }: OfficeStandard): Remark[] {
  const rising = [...wallTypes].sort((a, b) => a.thicknessMm - b.thicknessMm);
  return rising.flatMap((wall, i): Remark[] => {
    const next = rising[i + 1];
    return next && next.thicknessMm - wall.thicknessMm < 5
      ? [
          {
            code: "walls-too-near",
            chapter: "building-lists",
            list: "wallTypes",
            key: next.id,
            message: `${wall.id} and ${next.id} are ${Number((next.thicknessMm - wall.thicknessMm).toFixed(2))} mm apart in thickness; a drawing can't tell them from each other.`,
          },
        ]
      : [];
  });
}
