import type { FrameEntry, TitleCellEntry } from "../model";

type Row = readonly (readonly [field: string, label: string, widthMm: number, textMm: number])[];

/** Cells of a title block from its rows, top row first. */
function cells(rows: readonly { heightMm: number; cells: Row }[]): TitleCellEntry[] {
  let top = rows.reduce((sum, row) => sum + row.heightMm, 0);
  return rows.flatMap((row) => {
    top -= row.heightMm;
    let x = 0;
    return row.cells.map(([field, label, widthMm, textMm]) => {
      const cell = { field, label, xMm: x, yMm: top, widthMm, heightMm: row.heightMm, textMm };
      x += widthMm;
      return cell;
    });
  });
}

/** Fields after ISO 7200 (from memory), 180 mm wide; the arrangement is our own. */
const METRIC_BLOCK = {
  widthMm: 180,
  heightMm: 64,
  cells: cells([
    {
      heightMm: 12,
      cells: [
        ["owner", "Office", 110, 3.5],
        ["client", "Client", 70, 2.5],
      ],
    },
    {
      heightMm: 12,
      cells: [
        ["project", "Project", 110, 3.5],
        ["address", "Address", 70, 2.5],
      ],
    },
    {
      heightMm: 16,
      cells: [
        ["title", "Title", 110, 5],
        ["supplement", "Supplementary title", 70, 2.5],
      ],
    },
    {
      heightMm: 12,
      cells: [
        ["scale", "Scale", 50, 2.5],
        ["drawnBy", "Created by", 30, 2.5],
        ["approvedBy", "Approved by", 30, 2.5],
        ["date", "Date of issue", 35, 2.5],
        ["status", "Status", 35, 2.5],
      ],
    },
    {
      heightMm: 12,
      cells: [
        ["number", "Sheet number", 110, 5],
        ["revision", "Revision", 35, 3.5],
        ["sheetOf", "Sheet", 35, 2.5],
      ],
    },
  ]),
};

const SMALL_BLOCK = {
  widthMm: 180,
  heightMm: 40,
  cells: cells([
    {
      heightMm: 10,
      cells: [
        ["owner", "Office", 60, 2.5],
        ["project", "Project", 70, 2.5],
        ["client", "Client", 50, 2.5],
      ],
    },
    {
      heightMm: 12,
      cells: [
        ["title", "Title", 110, 3.5],
        ["supplement", "Supplementary title", 40, 1.8],
        ["scale", "Scale", 30, 2.5],
      ],
    },
    {
      heightMm: 9,
      cells: [
        ["address", "Address", 60, 1.8],
        ["drawnBy", "Created by", 40, 1.8],
        ["approvedBy", "Approved by", 40, 1.8],
        ["date", "Date of issue", 40, 1.8],
      ],
    },
    {
      heightMm: 9,
      cells: [
        ["number", "Sheet number", 60, 3.5],
        ["revision", "Revision", 40, 2.5],
        ["status", "Status", 40, 1.8],
        ["sheetOf", "Sheet", 40, 1.8],
      ],
    },
  ]),
};

const HYPHENATED_LAYERS = { frame: "A-ANNO-TTLB", cells: "A-ANNO-TTLB-LINE", titles: "A-ANNO-TTLT" };

/** The same frames for names in fixed positions. */
export const withFixedNames = (frame: FrameEntry): FrameEntry => ({
  ...frame,
  layers: { frame: "A-FRAME-F-", cells: "A-TITLE-V-", titles: "A-TITLE-T-" },
});

/** Borders 20 mm at the binding edge and 10 mm elsewhere, zone fields of 50 mm (ISO 5457, from memory). */
const isoFrame = (id: string, widthMm: number, heightMm: number, titleBlock: FrameEntry["titleBlock"]): FrameEntry => ({
  id,
  title: `${id} landscape`,
  widthMm,
  heightMm,
  border: { leftMm: 20, rightMm: 10, topMm: 10, bottomMm: 10 },
  centringMarks: true,
  zoneMm: 50,
  titleBlock,
  layers: HYPHENATED_LAYERS,
});

export const A1_FRAME = isoFrame("A1", 841, 594, METRIC_BLOCK);
export const A3_FRAME = isoFrame("A3", 420, 297, SMALL_BLOCK);

/** A1 for details: bays of three by two. */
export const A1_DETAILS_FRAME: FrameEntry = {
  ...A1_FRAME,
  id: "A1-details",
  title: "A1 landscape, 3 × 2 bays",
  bays: { columns: 3, rows: 2, gapMm: 10 },
};

/** 24 × 36 in. with a 1 1/2 in. binding edge and 1/2 in. elsewhere; common practice, no source. */
export const ARCH_D_FRAME: FrameEntry = {
  id: "24x36",
  title: "24 × 36 in. landscape",
  widthMm: 914.4,
  heightMm: 609.6,
  border: { leftMm: 38.1, rightMm: 12.7, topMm: 12.7, bottomMm: 12.7 },
  centringMarks: true,
  zoneMm: 0,
  titleBlock: METRIC_BLOCK,
  layers: HYPHENATED_LAYERS,
};
