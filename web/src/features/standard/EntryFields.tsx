"use client";
import Box from "@mui/material/Box";
import { setAt, valueAt, type Entry, type OfficeStandard, type Property } from "@hemstitch/core/standard/plain";
import { PropertyField } from "./PropertyField";

/** An entry with another value at a property's path. */
export function withValue(entry: Entry, path: string, value: unknown): Entry {
  const next = structuredClone(entry) as Record<string, unknown>;
  setAt(next, path, value);
  return next;
}

/** The fields of an entry in two columns. */
export function EntryFields({
  properties,
  entry,
  onChange,
  standard,
  locked,
}: {
  properties: readonly Property[];
  entry: Entry;
  onChange: (entry: Entry) => void;
  standard: OfficeStandard;
  /** Path of a property that is shown but not changed here. */
  locked?: string;
}) {
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1.25 }}>
      {properties.map((property) => (
        <PropertyField
          key={property.path}
          property={property}
          value={valueAt(entry, property.path)}
          disabled={property.path === locked}
          standard={standard}
          onChange={(value) => onChange(withValue(entry, property.path, value))}
        />
      ))}
    </Box>
  );
}
