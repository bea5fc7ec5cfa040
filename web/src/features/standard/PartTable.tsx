"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import {
  entriesOf,
  keyOf,
  type Entry,
  type OfficeStandard,
  type PartList,
  type Property,
} from "@hemstitch/core/standard/plain";
import { useAlive } from "../shared/Alive";
import { PropertyField } from "./PropertyField";

/** What a new part begins with. */
function blankPart(part: PartList, standard: OfficeStandard): Entry {
  const required = part.properties.filter((property) => !property.optional);
  return Object.fromEntries(required.map((property) => [property.path, blankValue(property, standard)]));
}

function blankValue({ path, shape, choices, to }: Property, standard: OfficeStandard): unknown {
  if (shape === "number") return path === "spacingMm" ? 1.5 : /^(width|height|text)Mm$/.test(path) ? 10 : 0;
  if (shape === "numbers" || shape === "texts") return [];
  if (shape === "choice") return choices?.[0] ?? "";
  const first = shape === "key" && to ? entriesOf(standard, to)[0] : undefined;
  return first && to ? keyOf(to, first) : "";
}

/** A list within an entry: families of a hatch, cells of a title block, pens of a schedule. */
export function PartTable({
  part,
  rows,
  onChange,
  standard,
  disabled,
}: {
  part: PartList;
  rows: readonly Entry[];
  onChange: (rows: Entry[]) => void;
  standard: OfficeStandard;
  disabled: boolean;
}) {
  const alive = useAlive();
  const set = (index: number, path: string, value: unknown): void =>
    onChange(rows.map((row, i) => (i === index ? { ...row, [path]: value } : row)));
  return (
    <Box component="fieldset" disabled={!alive} sx={{ border: 0, p: 0, m: 0, mt: 2 }}>
      <Box sx={{ display: "flex", alignItems: "center", borderBottom: "1px dashed", borderColor: "divider", mb: 1 }}>
        <Typography variant="h3" component="legend">
          {part.title}
        </Typography>
        <Box sx={{ flex: 1 }} />
        {!disabled && <Button onClick={() => onChange([...rows, blankPart(part, standard)])}>Add {part.one}</Button>}
      </Box>
      {rows.map((row, index) => (
        <Box
          key={index}
          sx={{
            display: "grid",
            gridTemplateColumns: "repeat(3, 1fr) auto",
            gap: 1,
            mb: 1,
            pb: 1,
            borderBottom: "1px solid",
            borderColor: "divider",
            alignItems: "start",
          }}
        >
          <Box sx={{ gridColumn: "1 / 4", display: "grid", gridTemplateColumns: "repeat(3, 1fr)", gap: 1 }}>
            {part.properties.map((property) => (
              <PropertyField
                key={property.path}
                property={property}
                value={row[property.path]}
                onChange={(value) => set(index, property.path, value)}
                standard={standard}
                disabled={disabled}
              />
            ))}
          </Box>
          {!disabled && (
            <Button
              aria-label={`Remove ${part.one} ${index + 1}`}
              onClick={() => onChange(rows.filter((_, i) => i !== index))}
              sx={{ minWidth: 32 }}
            >
              ×
            </Button>
          )}
        </Box>
      ))}
    </Box>
  );
}
