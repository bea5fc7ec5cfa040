"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { parseScale } from "@hemstitch/core/quantity";
import { hatchDensity, type Entry, type HatchEntry } from "@hemstitch/core/standard/plain";
import { useDraft } from "../draft";

const WORDS = {
  good: "good",
  "too-dense": "too dense: its lines print as one",
  "too-open": "too open to read as a surface",
} as const;

/** How a hatch comes out at every listed scale: spacing on paper, and whether its lines can be told apart. */
export default function HatchScales({ entry }: { entry: Entry }) {
  const { standard } = useDraft();
  const hatch = entry as HatchEntry;
  const width = standard.pens.find((pen) => pen.id === hatch.pen)?.widthMm ?? 0.13;
  const rows = standard.scales.flatMap(({ scale }) => {
    const read = parseScale(scale);
    return read.ok && hatch.families.length > 0
      ? [{ scale, ...hatchDensity(hatch, width, read.value.toNumber()) }]
      : [];
  });
  const shown = hatch.basis === "paper" ? rows.slice(0, 1).map((row) => ({ ...row, scale: "every scale" })) : rows;
  return (
    <Box sx={{ mb: 1.5 }}>
      <Typography variant="h3">On paper</Typography>
      <Box component="table" sx={{ fontSize: 13, "& td": { pr: 2, py: 0.2 } }}>
        <tbody>
          {shown.map((row) => (
            <tr key={row.scale}>
              <td>{row.scale}</td>
              <td style={{ textAlign: "right" }}>{Number(row.spacingMm.toFixed(2))} mm</td>
              <Box component="td" sx={{ color: row.state === "good" ? "text.secondary" : "mend.main" }}>
                {WORDS[row.state]}
              </Box>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
