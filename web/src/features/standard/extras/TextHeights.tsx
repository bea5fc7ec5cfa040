"use client";
import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { formatLength, Length, onBuilding, parseScale } from "@hemstitch/core/quantity";
import { styleName, type Entry, type TextStyleEntry } from "@hemstitch/core/standard/plain";
import { CODE_FONT } from "../../shell/theme";
import { useDraft } from "../draft";

/** A style's height in the building at each listed scale, what it is called there, and how it survives the office's reductions. */
export default function TextHeights({ entry }: { entry: Entry }) {
  const { standard, mayEdit, edit } = useDraft();
  const style = entry as TextStyleEntry;
  const kept = standard.naming.textStyleNames ?? "";
  const [pattern, setPattern] = useState(kept);
  useEffect(() => setPattern(kept), [kept]);
  const height = Number(style.heightMm) > 0 ? style.heightMm : 2.5;
  return (
    <Box sx={{ mb: 1.5 }}>
      {standard.reductions.map((reduction) => {
        const small = (height * reduction.percent) / 100;
        const bad = reduction.leastHeightMm !== undefined && small < reduction.leastHeightMm - 1e-9;
        return (
          <Typography key={reduction.id} variant="body2" color={bad ? "error" : "text.secondary"}>
            On the {reduction.title}: {Number(small.toFixed(2))} mm
            {bad ? `, under the least of ${reduction.leastHeightMm} mm` : ", legible"}
          </Typography>
        );
      })}
      <Typography variant="h3" sx={{ mt: 1 }}>
        In the building, by scale
      </Typography>
      <TextField
        label="Names by scale: {style}, {height}, {scale}"
        value={pattern}
        disabled={!mayEdit}
        onChange={(event) => setPattern(event.target.value)}
        onBlur={() => pattern !== kept && void edit({ of: "facts", facts: { textStyleNames: pattern } })}
        sx={{ my: 1, width: 300 }}
      />
      <Box component="table" sx={{ fontSize: 13, borderCollapse: "collapse", "& td": { pr: 3 } }}>
        <tbody>
          {standard.scales.map(({ scale: written, system }) => {
            const scale = parseScale(written);
            if (!scale.ok) return null;
            const building = onBuilding(Length.of(String(height), "mm"), scale.value);
            return (
              <tr key={written}>
                <td>{written}</td>
                <td style={{ textAlign: "right" }}>
                  {system === "feet-inches"
                    ? formatLength(building, { system: "inches", finestFraction: 16 })
                    : formatLength(building, { system: "mm", decimals: 1, suffix: true })}
                </td>
                <td style={{ fontFamily: CODE_FONT }}>
                  {pattern === "" ? "" : styleName(pattern, { ...style, heightMm: height }, written)}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Box>
    </Box>
  );
}
