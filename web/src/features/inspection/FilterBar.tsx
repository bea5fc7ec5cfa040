"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { Severity } from "@hemstitch/core/standard/plain";
import { SeverityShape, SeveritySums } from "../shared/Severity";
import { choicesOf, isFiltered, NO_FILTER, type FindingFilter } from "./finding-filter";
import type { Numbered } from "./numbered";

const SEVERITIES = [
  ["stop", "stop", "Stops"],
  ["mend", "mend", "To be mended"],
  ["note", "note", "Notes"],
] as const satisfies readonly (readonly [Severity, string, string])[];

interface Props {
  /** All of them, whatever the filter. */
  readonly findings: readonly Numbered[];
  readonly shown: number;
  readonly filter: FindingFilter;
  readonly onFilter: (filter: FindingFilter) => void;
}

/** How many there are of each severity, each to be left out and taken in again by a click. */
export function SeverityToggles({ findings, filter, onFilter }: Omit<Props, "shown">) {
  const counts = SEVERITIES.map(([severity]) => findings.filter((finding) => finding.severity === severity).length);
  if (findings.length === 0) return <SeveritySums stops={0} mends={0} notes={0} />;
  return (
    <Box role="group" aria-label="Severities" sx={{ display: "inline-flex", gap: 0.5, whiteSpace: "nowrap" }}>
      {SEVERITIES.map(([severity, words, name], i) => {
        const isIn = !filter.without.has(severity);
        const toggle = (): void => {
          const without = new Set(filter.without);
          if (!without.delete(severity)) without.add(severity);
          onFilter({ ...filter, without });
        };
        return (counts[i] ?? 0) === 0 ? null : (
          <ButtonBase
            key={severity}
            aria-pressed={isIn}
            title={`${name}: ${isIn ? "shown; click to leave them out" : "left out; click to show them"}`}
            onClick={toggle}
            sx={{
              gap: 0.6,
              px: 0.4,
              py: 0.25,
              fontSize: 13,
              fontFamily: "inherit",
              borderRadius: 1,
              textDecoration: isIn ? "none" : "line-through",
              opacity: isIn ? 1 : 0.75,
            }}
          >
            <SeverityShape severity={severity} />
            {counts[i]} {words}
          </ButtonBase>
        );
      })}
    </Box>
  );
}

/** Search, and the choice of a family or a layer. */
export function FilterBar({ findings, shown, filter, onFilter }: Props) {
  const { families, layers } = choicesOf(findings);
  const select = (label: string, value: string, onChange: (value: string) => void, items: [string, string][]) => (
    <TextField
      select
      size="small"
      value={value}
      onChange={({ target }) => onChange(target.value)}
      slotProps={{ htmlInput: { "aria-label": label }, select: { displayEmpty: true } }}
      sx={{ width: 104, flex: "none", "& .MuiSelect-select": { py: 0.6, fontSize: 13 } }}
    >
      {items.map(([id, words]) => (
        <MenuItem key={id} value={id} sx={{ fontSize: 13 }}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <>
      <Box sx={{ display: "flex", gap: 0.75, mt: 1 }}>
        <TextField
          size="small"
          placeholder="Search"
          value={filter.words}
          onChange={({ target }) => onFilter({ ...filter, words: target.value })}
          slotProps={{ htmlInput: { "aria-label": "Search the findings", type: "search" } }}
          sx={{ flex: 1, minWidth: 0, "& input": { py: 0.6, fontSize: 13 } }}
        />
        {select(
          "Family of rules",
          filter.family,
          (family) => onFilter({ ...filter, family: family as FindingFilter["family"] }),
          [["", "All rules"], ...families.map(([id, name, count]): [string, string] => [id, `${name} (${count})`])],
        )}
        {select("Layer", filter.layer, (layer) => onFilter({ ...filter, layer }), [
          ["", "All layers"],
          ...layers.map(([name, count]): [string, string] => [name, `${name} (${count})`]),
        ])}
      </Box>
      {isFiltered(filter) && (
        <Typography variant="caption" component="p" role="status" sx={{ mt: 0.5 }}>
          {shown} of {findings.length} shown.{" "}
          <Button size="small" sx={{ py: 0, minWidth: 0 }} onClick={() => onFilter(NO_FILTER)}>
            Show all
          </Button>
        </Typography>
      )}
    </>
  );
}
