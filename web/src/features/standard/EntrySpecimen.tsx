"use client";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import { parseScale } from "@hemstitch/core/quantity";
import { specimen } from "@hemstitch/core/specimen";
import { keyOf, type Entry, type ListName, type OfficeStandard } from "@hemstitch/core/standard/plain";
import { SpecimenView } from "./SpecimenView";

/** Lists whose specimen depends on the scale. */
const BY_SCALE = new Set<ListName>(["hatches", "wallTypes", "openings"]);

/** An entry drawn as it plots, at a scale and with a sample where it depends on them. */
export function EntrySpecimen({ list, entry, standard }: { list: ListName; entry: Entry; standard: OfficeStandard }) {
  const [scale, setScale] = useState(
    standard.scales.find((each) => each.scale === "1:50")?.scale ?? standard.scales[0]?.scale ?? "1:50",
  );
  const [sample, setSample] = useState("Waiting hall 3600");
  const drawn = useMemo(() => {
    const read = parseScale(scale);
    try {
      return specimen(standard, list, entry, {
        ...(read.ok ? { scale: read.value.toNumber() } : {}),
        widthMm: list === "layers" ? 84 : 120,
        sample,
      });
    } catch {
      // An entry that is being written can lack what its drawing needs.
      return undefined;
    }
  }, [standard, list, entry, scale, sample]);
  if (!drawn) return null;
  return (
    <>
      {BY_SCALE.has(list) && (
        <TextField
          select
          label="At"
          value={scale}
          onChange={(event) => setScale(event.target.value)}
          sx={{ mb: 1, minWidth: 150 }}
        >
          {standard.scales.map((each) => (
            <MenuItem key={each.scale} value={each.scale}>
              {each.scale}
            </MenuItem>
          ))}
        </TextField>
      )}
      {list === "textStyles" && (
        <TextField
          label="Sample"
          value={sample}
          onChange={(event) => setSample(event.target.value.slice(0, 80))}
          fullWidth
          sx={{ mb: 1 }}
        />
      )}
      <SpecimenView specimen={drawn} label={`${keyOf(list, entry)} as it plots`} />
    </>
  );
}
