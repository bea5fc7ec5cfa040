import type { PenEntry } from "./model";

/**
 * Line widths of ISO 128-2 with the colour code of technical pens of ISO 9175-1 (from memory),
 * the colours darkened where white or yellow would not be seen on paper.
 */
export const ISO_PENS: PenEntry[] = (
  [
    [0.13, "#7a4b9a"],
    [0.18, "#b3261e"],
    [0.25, "#6b7280"],
    [0.35, "#b38600"],
    [0.5, "#6f4518"],
    [0.7, "#1d4e9e"],
    [1, "#c2560a"],
    [1.4, "#2c6e49"],
    [2, "#4b5563"],
  ] as const
).map(([widthMm, screenColour]) => ({ id: String(widthMm), widthMm, shadePercent: 100, screenColour }));

/** Lettering heights of ISO 3098-1, millimetres. From memory. */
export const ISO_HEIGHTS = [1.8, 2.5, 3.5, 5, 7, 10, 14, 20];

/** Data fields of a title block after ISO 7200 (from memory), with the longest text that each is meant for, characters. */
export const ISO_7200_FIELDS = [
  { field: "owner", label: "Legal owner", longest: 60, from: "particulars" },
  { field: "number", label: "Identification number", longest: 16, from: "register" },
  { field: "revision", label: "Revision", longest: 2, from: "register" },
  { field: "date", label: "Date of issue", longest: 10, from: "issue" },
  { field: "sheetOf", label: "Sheet", longest: 8, from: "register" },
  { field: "title", label: "Title", longest: 25, from: "register" },
  { field: "supplement", label: "Supplementary title", longest: 25, from: "register" },
  { field: "department", label: "Responsible department", longest: 10, from: "particulars" },
  { field: "technical", label: "Technical reference", longest: 20, from: "particulars" },
  { field: "approvedBy", label: "Approved by", longest: 20, from: "issue" },
  { field: "drawnBy", label: "Created by", longest: 20, from: "particulars" },
  { field: "documentType", label: "Document type", longest: 30, from: "register" },
  { field: "status", label: "Status", longest: 20, from: "issue" },
  { field: "scale", label: "Scale", longest: 20, from: "register" },
] as const;
