"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { GridColDef } from "@mui/x-data-grid";
import { useMemo, useRef, useState } from "react";
import type { LineTypeEntry, PenEntry } from "@hemstitch/core/standard";
import { Register } from "./Register";
import { PlottedLine, Specimen } from "./Specimen";
import { SideBySide } from "./StandardFrame";
import { useChapter } from "./use-chapter";

interface Props {
  readonly pens: readonly PenEntry[];
  readonly lineTypes: readonly LineTypeEntry[];
  readonly version: number;
}

/** Two pens whose widths differ by less than this can't be told apart in print; the ISO series steps by √2. */
const TELL_APART = 1.25;

const fresh = (word: string, taken: ReadonlySet<string>): string => {
  for (let n = 1; ; n++) if (!taken.has(`${word} ${n}`)) return `${word} ${n}`;
};

export function PensChapter({ pens: initialPens, lineTypes: initialTypes, version: initialVersion }: Props) {
  const version = useRef(initialVersion);
  const pens = useChapter<PenEntry>("pens", "id", initialPens, version);
  const types = useChapter<LineTypeEntry>("lineTypes", "id", initialTypes, version);
  const [pen, setPen] = useState<string | null>("0.35");
  const [type, setType] = useState<string | null>(initialTypes[1]?.id ?? null);
  const penColumns = useMemo<GridColDef<PenEntry>[]>(
    () => [
      { field: "id", headerName: "Pen", width: 90, editable: true },
      { field: "widthMm", headerName: "Width, mm", width: 100, editable: true, type: "number" },
      { field: "shadePercent", headerName: "Black, %", width: 90, editable: true, type: "number" },
      {
        field: "screenColour",
        headerName: "Screen",
        flex: 1,
        minWidth: 120,
        editable: true,
        renderCell: ({ value }: { value?: string }) => (
          <>
            <Box
              component="span"
              sx={{
                display: "inline-block",
                width: 14,
                height: 14,
                borderRadius: "2px",
                bgcolor: value ?? "",
                mr: 1,
                verticalAlign: "middle",
              }}
            />
            {value}
          </>
        ),
      },
    ],
    [],
  );
  const typeColumns = useMemo<GridColDef<LineTypeEntry>[]>(
    () => [
      { field: "title", headerName: "Line type", flex: 1, minWidth: 150, editable: true },
      { field: "isoNumber", headerName: "ISO 128", width: 80, editable: true },
      {
        field: "pattern",
        headerName: "Dashes and gaps, × width",
        width: 190,
        editable: true,
        valueGetter: (value: readonly number[]) => value.join(" "),
        valueSetter: (value: string, row: LineTypeEntry) => ({
          ...row,
          pattern:
            value.trim() === ""
              ? []
              : value
                  .trim()
                  .split(/[\s,;]+/)
                  .map(Number),
        }),
      },
    ],
    [],
  );
  const chosenPen = pens.entries.find((each) => each.id === pen);
  const chosenType = types.entries.find((each) => each.id === type);
  return (
    <SideBySide
      left={
        <Box sx={{ display: "grid", gridTemplateRows: "1fr 1fr", gap: 2, height: "100%" }}>
          <Register
            label="Pens"
            keyName="id"
            chapter={pens}
            columns={penColumns}
            chosen={pen}
            onChoose={setPen}
            addWord="Add pen"
            make={(taken) => ({ id: fresh("pen", taken), widthMm: 0.25, shadePercent: 100, screenColour: "#1b2a41" })}
          />
          <Register
            label="Line types"
            keyName="id"
            chapter={types}
            columns={typeColumns}
            chosen={type}
            onChoose={setType}
            addWord="Add line type"
            make={(taken) => ({ id: fresh("line-type", taken), title: "New line type", pattern: [12, 3] })}
          />
        </Box>
      }
      right={
        <>
          <Typography variant="h2" sx={{ mb: 1 }}>
            Pens at true size
          </Typography>
          <Specimen heightMm={pens.entries.length * 5 + 2} label="All pens at true size">
            {pens.entries.map((each, i) => (
              <g key={each.id}>
                <PlottedLine
                  y={4 + i * 5}
                  from={14}
                  widthMm={each.widthMm}
                  pattern={chosenType?.pattern ?? []}
                  shade={each.shadePercent}
                />
                <text
                  x={1}
                  y={5 + i * 5}
                  fontSize={2.8}
                  fontFamily="Archivo Variable"
                  fill={each.id === pen ? "#A86200" : "#1B2A41"}
                  fontWeight={each.id === pen ? 700 : 400}
                >
                  {each.widthMm}
                </text>
              </g>
            ))}
          </Specimen>
          <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
            drawn {chosenType?.title.toLowerCase() ?? "continuous"}
          </Typography>
          <Neighbours pens={pens.entries} />
          <Typography variant="h2" sx={{ mt: 2.5, mb: 1 }}>
            Line types with the {chosenPen?.widthMm ?? 0.35} mm pen
          </Typography>
          <Specimen heightMm={types.entries.length * 6 + 2} label="All line types at true size">
            {types.entries.map((each, i) => (
              <g key={each.id}>
                <text
                  x={1}
                  y={3 + i * 6}
                  fontSize={2.2}
                  fontFamily="Archivo Variable"
                  fill={each.id === type ? "#A86200" : "#565E6B"}
                >
                  {each.isoNumber ? `${each.isoNumber} ` : ""}
                  {each.title}
                </text>
                <PlottedLine y={5.5 + i * 6} widthMm={chosenPen?.widthMm ?? 0.35} pattern={each.pattern} />
              </g>
            ))}
          </Specimen>
        </>
      }
    />
  );
}

/** Neighbours that can't be told apart in print are pointed out. */
function Neighbours({ pens }: { pens: readonly PenEntry[] }) {
  const sorted = [...pens].sort((a, b) => a.widthMm - b.widthMm);
  const close = sorted.flatMap((each, i) => {
    const next = sorted[i + 1];
    return next && each.shadePercent === next.shadePercent && next.widthMm / each.widthMm < TELL_APART
      ? [`${each.widthMm} and ${next.widthMm} mm`]
      : [];
  });
  if (close.length === 0) return null;
  return (
    <Typography variant="body2" color="error" sx={{ mt: 1 }}>
      Can&apos;t be told apart in print: {close.join("; ")}
    </Typography>
  );
}
