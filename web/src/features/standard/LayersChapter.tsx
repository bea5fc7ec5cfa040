"use client";
import Box from "@mui/material/Box";
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import Typography from "@mui/material/Typography";
import type { GridColDef } from "@mui/x-data-grid";
import { useMemo, useRef, useState } from "react";
import { parseName, type NameGrammar } from "@hemstitch/core/naming";
import type { LayerEntry, LineTypeEntry, PenEntry } from "@hemstitch/core/standard";
import { CODE_FONT } from "../shell/theme";
import { NameBuilder } from "./NameBuilder";
import { NameTester } from "./NameTester";
import { Register } from "./Register";
import { PlottedLine, Specimen } from "./Specimen";
import { SideBySide } from "./StandardFrame";
import { useChapter } from "./use-chapter";

interface Props {
  readonly initial: { readonly entries: readonly LayerEntry[]; readonly version: number };
  readonly scheme: NameGrammar;
  readonly pens: readonly PenEntry[];
  readonly lineTypes: readonly LineTypeEntry[];
}

const Swatch = ({ colour }: { colour: string }) => (
  <Box
    component="span"
    sx={{
      display: "inline-block",
      width: 14,
      height: 14,
      borderRadius: "2px",
      bgcolor: colour,
      verticalAlign: "middle",
      mr: 1,
    }}
  />
);

export function LayersChapter({ initial, scheme, pens, lineTypes }: Props) {
  const chapter = useChapter<LayerEntry>("layers", "name", initial.entries, useRef(initial.version));
  const [chosen, setChosen] = useState<string | null>(initial.entries[0]?.name ?? null);
  const [tab, setTab] = useState<"entry" | "build" | "test">("entry");
  const columns = useMemo<GridColDef<LayerEntry>[]>(
    () => [
      { field: "name", headerName: "Layer", width: 170, editable: true, cellClassName: "code" },
      { field: "purpose", headerName: "Purpose", flex: 1, minWidth: 160, editable: true },
      {
        field: "pen",
        headerName: "Pen",
        width: 76,
        editable: true,
        type: "singleSelect",
        valueOptions: pens.map((pen) => pen.id),
      },
      {
        field: "lineType",
        headerName: "Line type",
        width: 130,
        editable: true,
        type: "singleSelect",
        valueOptions: lineTypes.map((type) => ({ value: type.id, label: type.title })),
      },
      {
        field: "screenColour",
        headerName: "Screen",
        width: 104,
        editable: true,
        renderCell: ({ value }: { value?: string }) => (
          <>
            <Swatch colour={value ?? ""} />
            {value}
          </>
        ),
      },
      { field: "plots", headerName: "Plots", width: 64, editable: true, type: "boolean" },
    ],
    [pens, lineTypes],
  );
  const entry = chapter.entries.find((each) => each.name === chosen);
  const make = (taken: ReadonlySet<string>): LayerEntry => ({
    name: freeName(scheme, taken),
    purpose: "",
    pen: pens[0]?.id ?? "",
    lineType: lineTypes[0]?.id ?? "",
    screenColour: "#1b2a41",
    plots: true,
  });
  return (
    <SideBySide
      left={
        <Box sx={{ height: "100%", "& .code": { fontFamily: CODE_FONT } }}>
          <Register
            label="Layers"
            keyName="name"
            chapter={chapter}
            columns={columns}
            make={make}
            chosen={chosen}
            onChoose={setChosen}
            addWord="Add layer"
          />
        </Box>
      }
      right={
        <>
          <Tabs
            value={tab}
            onChange={(_event, value: typeof tab) => setTab(value)}
            sx={{ minHeight: 34, mb: 1.5, "& .MuiTab-root": { minHeight: 34, py: 0, textTransform: "none" } }}
          >
            <Tab value="entry" label="Specimen" />
            <Tab value="build" label="Build a name" />
            <Tab value="test" label="Test names" />
          </Tabs>
          {tab === "entry" &&
            (entry ? (
              <LayerSpecimen entry={entry} pens={pens} lineTypes={lineTypes} scheme={scheme} />
            ) : (
              <Typography color="text.secondary">Choose a layer to see it as it plots.</Typography>
            ))}
          {tab === "build" && (
            <NameBuilder
              scheme={scheme}
              taken={chapter.entries.map((each) => each.name)}
              onAdd={(name) =>
                void chapter.edit([{ key: null, entry: { ...make(new Set()), name }, at: 0 }]).then((stored) => {
                  if (stored) {
                    setChosen(name);
                    setTab("entry");
                  }
                })
              }
            />
          )}
          {tab === "test" && <NameTester scheme={scheme} register={chapter.entries.map((each) => each.name)} />}
        </>
      }
    />
  );
}

/** A name that the scheme takes and nobody has yet, for a new entry to begin with. */
function freeName(scheme: NameGrammar, taken: ReadonlySet<string>): string {
  const [first = "NEW"] = scheme.examples;
  if (!taken.has(first)) return first;
  for (let n = 1; ; n++) if (!taken.has(`${first} ${n}`)) return `${first} ${n}`;
}

function LayerSpecimen({
  entry,
  pens,
  lineTypes,
  scheme,
}: {
  entry: LayerEntry;
  pens: readonly PenEntry[];
  lineTypes: readonly LineTypeEntry[];
  scheme: NameGrammar;
}) {
  const pen = pens.find((each) => each.id === entry.pen);
  const type = lineTypes.find((each) => each.id === entry.lineType);
  const width = pen?.widthMm ?? 0.25;
  const pattern = type?.pattern ?? [];
  const shade = pen?.shadePercent ?? 100;
  return (
    <>
      <Typography variant="h2" sx={{ fontFamily: CODE_FONT, mb: 0.5, overflowWrap: "anywhere" }}>
        {entry.name}
      </Typography>
      <Typography
        variant="body2"
        color="text.secondary"
        sx={{ mb: 1.5, whiteSpace: "pre-wrap", overflowWrap: "anywhere" }}
      >
        {entry.purpose || "No purpose written yet"}
      </Typography>
      <Specimen heightMm={40} label={`${entry.name} at true size`}>
        <PlottedLine y={6} widthMm={width} pattern={pattern} shade={shade} />
        <g
          fill="none"
          stroke={`rgb(${255 - shade * 2.55},${255 - shade * 2.55},${255 - shade * 2.55})`}
          strokeWidth={width}
          {...(pattern.length > 0 ? { strokeDasharray: pattern.map((each) => each * width).join(" ") } : {})}
        >
          <path d="M4 14H40V36H4ZM58 14A11 11 0 1 0 58.01 14M74 14H82V36" />
        </g>
      </Specimen>
      <Facts entry={entry} pen={pen} type={type} />
      <NameParts name={entry.name} scheme={scheme} />
    </>
  );
}

function Facts({
  entry,
  pen,
  type,
}: {
  entry: LayerEntry;
  pen: PenEntry | undefined;
  type: LineTypeEntry | undefined;
}) {
  return (
    <Typography variant="body2" sx={{ mt: 1.5 }}>
      {pen ? `Pen ${pen.widthMm} mm, ${pen.shadePercent} % black` : "No pen"} ·{" "}
      {type ? `${type.title}${type.isoNumber ? ` (ISO 128 no. ${type.isoNumber})` : ""}` : "no line type"} ·{" "}
      {entry.plots ? "plots" : "helper layer, does not plot"}
    </Typography>
  );
}

/** A name taken apart, or where it fails. */
export function NameParts({ name, scheme }: { name: string; scheme: NameGrammar }) {
  const parsed = parseName(name, scheme);
  if (!parsed.ok)
    return (
      <Typography variant="body2" color="error" sx={{ mt: 1 }}>
        Character {parsed.failure.at + 1}: {parsed.failure.message}
      </Typography>
    );
  return (
    <Box
      component="dl"
      sx={{
        mt: 1.5,
        mb: 0,
        display: "grid",
        gridTemplateColumns: "auto 1fr",
        columnGap: 1.5,
        rowGap: 0.25,
        fontSize: 13,
      }}
    >
      {parsed.parts.map((part) => [
        <Box component="dt" key={`${part.field}t`} sx={{ fontFamily: CODE_FONT }}>
          {part.text}
        </Box>,
        <Box component="dd" key={part.field} sx={{ m: 0 }}>
          {part.title}
          {part.meaning ? `: ${part.meaning}` : ""}
        </Box>,
      ])}
    </Box>
  );
}
