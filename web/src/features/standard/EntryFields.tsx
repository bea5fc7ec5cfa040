"use client";
import Box from "@mui/material/Box";
import dynamic from "next/dynamic";
import {
  PARTS,
  PROPERTIES,
  setAt,
  valueAt,
  type Entry,
  type ListName,
  type OfficeStandard,
  type Property,
} from "@hemstitch/core/standard/plain";
import { NOTHING_YET } from "../shared/nothing-yet";
import { PropertyField } from "./PropertyField";

// Few entries have lists within them.
const PartTable = dynamic(() => import("./PartTable").then((each) => each.PartTable), { loading: NOTHING_YET });

/** An entry with another value at a property's path. */
export function withValue(entry: Entry, path: string, value: unknown): Entry {
  const next = structuredClone(entry) as Record<string, unknown>;
  setAt(next, path, value);
  return next;
}

/** Values that need the whole width. */
const WIDE = new Set<Property["shape"]>(["words", "keys", "texts"]);

/** The fields of an entry in two columns, and below them the lists within it. */
export function EntryFields({
  list,
  entry,
  onChange,
  standard,
  disabled = false,
  shown = () => true,
  locked,
}: {
  list: ListName;
  entry: Entry;
  /** A path of the entry, and its new value. */
  onChange: (path: string, value: unknown) => void;
  standard: OfficeStandard;
  disabled?: boolean;
  /** Properties that are offered; all where not said. */
  shown?: (property: Property) => boolean;
  /** Path of a property that is shown but not changed here. */
  locked?: string;
}) {
  return (
    <>
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1.25, alignItems: "center" }}>
        {PROPERTIES[list].filter(shown).map((property) => (
          <Box key={property.path} sx={{ gridColumn: WIDE.has(property.shape) ? "1 / -1" : "auto", minWidth: 0 }}>
            <PropertyField
              property={property}
              value={valueAt(entry, property.path)}
              onChange={(value) => onChange(property.path, value)}
              standard={standard}
              disabled={disabled || property.path === locked}
            />
          </Box>
        ))}
      </Box>
      {(PARTS[list] ?? []).map((part) => (
        <PartTable
          key={part.path}
          part={part}
          rows={(valueAt(entry, part.path) ?? []) as Entry[]}
          onChange={(rows) => onChange(part.path, rows)}
          standard={standard}
          disabled={disabled}
        />
      ))}
    </>
  );
}
