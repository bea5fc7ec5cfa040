"use client";
import Typography from "@mui/material/Typography";
import TextField from "@mui/material/TextField";
import type { GridColDef } from "@mui/x-data-grid";
import { useMemo, useRef, useState } from "react";
import { formatLength, Length, onBuilding, parseScale } from "@hemstitch/core/quantity";
import type { TextStyleEntry } from "@hemstitch/core/standard";
import { Register } from "./Register";
import { Specimen } from "./Specimen";
import { SideBySide } from "./StandardFrame";
import { useChapter } from "./use-chapter";

/** Capitals of Barlow are seven tenths of its size (its OS/2 table). */
const CAP_SHARE = 0.7;

export function TextChapter({
  initial,
  scales,
}: {
  initial: { entries: readonly TextStyleEntry[]; version: number };
  scales: readonly string[];
}) {
  const chapter = useChapter<TextStyleEntry>("textStyles", "id", initial.entries, useRef(initial.version));
  const [chosen, setChosen] = useState<string | null>(initial.entries[1]?.id ?? null);
  const [sample, setSample] = useState("Waiting hall 3600");
  const columns = useMemo<GridColDef<TextStyleEntry>[]>(
    () => [
      { field: "id", headerName: "Style", width: 150, editable: true },
      { field: "heightMm", headerName: "Capitals, mm", width: 110, editable: true, type: "number" },
      {
        field: "fonts",
        headerName: "Fonts",
        width: 150,
        editable: true,
        valueGetter: (value: readonly string[]) => value.join(", "),
        valueSetter: (value: string, row: TextStyleEntry) => ({
          ...row,
          fonts: value
            .split(",")
            .map((each) => each.trim())
            .filter((each) => each !== ""),
        }),
        renderCell: ({ value }: { value?: string }) => value || "any",
      },
      { field: "use", headerName: "Use", flex: 1, minWidth: 160, editable: true },
    ],
    [],
  );
  const entry = chapter.entries.find((each) => each.id === chosen);
  const make = (taken: ReadonlySet<string>): TextStyleEntry => {
    let n = 1;
    while (taken.has(`style-${n}`)) n++;
    return { id: `style-${n}`, heightMm: 2.5, fonts: [], use: "" };
  };
  return (
    <SideBySide
      left={
        <Register
          label="Text styles"
          keyName="id"
          chapter={chapter}
          columns={columns}
          make={make}
          chosen={chosen}
          onChoose={setChosen}
          addWord="Add text style"
        />
      }
      right={
        entry ? (
          <>
            <Typography variant="h2" sx={{ mb: 0.5 }}>
              {entry.id}
            </Typography>
            <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
              {entry.use}
            </Typography>
            <TextField
              label="Sample"
              value={sample}
              onChange={(event) => setSample(event.target.value.slice(0, 80))}
              fullWidth
              sx={{ mb: 1.5 }}
            />
            <Specimen heightMm={entry.heightMm * 2 + 8} label={`${entry.id} at true size`}>
              <line
                x1={0}
                x2={84}
                y1={entry.heightMm + 4}
                y2={entry.heightMm + 4}
                stroke="#C77700"
                strokeWidth={0.1}
                strokeDasharray="1 1"
              />
              <line x1={0} x2={84} y1={4} y2={4} stroke="#C77700" strokeWidth={0.1} strokeDasharray="1 1" />
              <text x={2} y={entry.heightMm + 4} fontSize={entry.heightMm / CAP_SHARE} fontFamily="Barlow" fill="#000">
                {sample}
              </text>
            </Specimen>
            <Typography variant="h3" sx={{ mt: 2, mb: 0.5 }}>
              Height in the building, by scale
            </Typography>
            <BuildingHeights heightMm={entry.heightMm} scales={scales} />
          </>
        ) : (
          <Typography color="text.secondary">Choose a style to see it as it plots.</Typography>
        )
      }
    />
  );
}

function BuildingHeights({ heightMm, scales }: { heightMm: number; scales: readonly string[] }) {
  return (
    <table style={{ fontSize: 13, borderCollapse: "collapse" }}>
      <tbody>
        {scales.map((written) => {
          const scale = parseScale(written);
          if (!scale.ok) return null;
          const height = onBuilding(Length.of(String(heightMm), "mm"), scale.value);
          return (
            <tr key={written}>
              <td style={{ paddingRight: 24 }}>{written}</td>
              <td style={{ textAlign: "right" }}>
                {/['"]/.test(written)
                  ? formatLength(height, { system: "inches", finestFraction: 16 })
                  : formatLength(height, { system: "mm", decimals: 1, suffix: true })}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
