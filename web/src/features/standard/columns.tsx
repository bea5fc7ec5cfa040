import Box from "@mui/material/Box";
import type { GridColDef } from "@mui/x-data-grid";
import {
  LISTS,
  PROPERTIES,
  setAt,
  valueAt,
  type Entry,
  type ListName,
  type OfficeStandard,
  type Property,
} from "@hemstitch/core/standard/plain";
import { choiceWords, keysOf } from "./choices";

/** A row of a register. */
export type Row = Record<string, unknown>;

/** Properties that stand in the entry's editor only: registers show what is compared. */
const IN_EDITOR_ONLY: Partial<Record<ListName, readonly string[]>> = {
  layers: ["alsoLineTypes", "marks", "order", "successor", "withdrawn"],
  textStyles: ["letterCase", "spacingPercent", "strokeMm", "blankGround", "frame"],
  dimensionStyles: [
    "leaderTerminator",
    "leaderTerminatorMm",
    "textPlace",
    "textDirection",
    "gapMm",
    "extension",
    "extensionMm",
    "overshootMm",
    "repeats",
    "layer",
    "terminatorMm",
    "rows",
  ],
  frames: [
    "border.leftMm",
    "border.rightMm",
    "border.topMm",
    "border.bottomMm",
    "layers.frame",
    "layers.cells",
    "layers.titles",
    "titleBlock.widthMm",
    "titleBlock.heightMm",
    "bays.gapMm",
  ],
  fonts: ["sha256"],
  unitStyles: ["zeroInches", "finestFraction"],
};

const NARROW: Partial<Record<Property["shape"], number>> = { number: 92, flag: 68, choice: 118, key: 104 };

export const Swatch = ({ colour }: { colour: string }) => (
  <Box
    component="span"
    sx={{
      display: "inline-block",
      width: 14,
      height: 14,
      borderRadius: "2px",
      bgcolor: /^#[0-9a-f]{3,8}$/i.test(colour) ? colour : "transparent",
      verticalAlign: "middle",
      mr: 1,
    }}
  />
);

/** A list as a person writes it in a cell. */
export const listOf = (text: string): string[] =>
  text
    .split(/[,;]/)
    .map((each) => each.trim())
    .filter((each) => each !== "");

const setter =
  ({ path, shape, optional }: Property) =>
  (value: unknown, row: Row): Row => {
    const next = structuredClone(row);
    const typed =
      shape === "texts" || shape === "keys"
        ? listOf(String(value ?? ""))
        : shape === "numbers"
          ? listOf(String(value ?? "")).map(Number)
          : shape === "number"
            ? value === "" || value === null || value === undefined
              ? undefined
              : Number(value)
            : (value ?? (optional ? undefined : ""));
    setAt(next, path, typed);
    return next;
  };

function column(standard: OfficeStandard, list: ListName, property: Property, editable: boolean): GridColDef<Row> {
  const { path, title, shape, unit, choices, to } = property;
  const isKey = path === LISTS[list].key;
  const wide =
    shape === "words" ||
    path === "title" ||
    path === "meaning" ||
    path === "use" ||
    path === "material" ||
    path === "licence";
  const base: GridColDef<Row> = {
    field: path,
    headerName: unit ? `${title}, ${unit}` : title,
    editable,
    ...(wide
      ? { flex: 1, minWidth: 130 }
      : { width: isKey ? (list === "layers" ? 176 : 132) : (NARROW[shape] ?? 130) }),
    valueGetter: (_value: unknown, row: Row) => {
      const value = valueAt(row as Entry, path);
      return Array.isArray(value) ? value.join(", ") : value;
    },
    valueSetter: setter(property),
    ...(isKey && CODE_LISTS.has(list) ? { cellClassName: "code" } : {}),
  };
  if (shape === "number")
    return {
      ...base,
      type: "number",
      valueFormatter: (value: unknown) => (value === undefined || value === null ? "" : String(value)),
    };
  if (shape === "flag") return { ...base, type: "boolean" };
  if (shape === "choice")
    return {
      ...base,
      type: "singleSelect",
      valueOptions: (choices ?? []).map((value) => ({ value, label: choiceWords(value) })),
    };
  if (shape === "key" && to)
    return {
      ...base,
      type: "singleSelect",
      valueOptions: ["", ...keysOf(standard, to)].map((value) => ({ value, label: value || "–" })),
    };
  if (shape === "colour")
    return {
      ...base,
      width: 74,
      renderCell: ({ value }: { value?: unknown }) => <Swatch colour={String(value ?? "")} />,
    };
  return base;
}

/** Lists whose keys are codes and stand in the monospaced face. */
const CODE_LISTS = new Set<ListName>(["layers", "codes"]);

/** The columns of a list's register. */
export const columnsOf = (standard: OfficeStandard, list: ListName, editable: boolean): GridColDef<Row>[] =>
  PROPERTIES[list]
    .filter(({ path }) => path !== "note" && !(IN_EDITOR_ONLY[list] ?? []).includes(path))
    .map((property) => column(standard, list, property, editable));
