"use client";
import Box from "@mui/material/Box";
import Drawer from "@mui/material/Drawer";
import IconButton from "@mui/material/IconButton";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState, type ReactNode } from "react";
import {
  diagonalOf,
  formatLength,
  Length,
  onBuilding,
  onPaper,
  PAPER_SIZES,
  parseLength,
  parseScale,
  sumLengths,
  type Scale,
} from "@hemstitch/core/quantity";

/** The calculator that is always at hand. All of it is worked out here, with exact lengths. */
export default function ScaleSlip({ onClose }: { onClose: () => void }) {
  const [scaleText, setScaleText] = useState("1:50");
  const scale = parseScale(scaleText);
  const good = parseScale(useLastGood(scaleText, scale.ok));
  const shown = good.ok ? good.value : undefined;
  return (
    <Drawer
      anchor="right"
      open
      onClose={onClose}
      slotProps={{
        backdrop: { invisible: true },
        paper: { sx: { width: 380, p: 2.5, boxShadow: 8 }, "aria-label": "Scale slip" },
      }}
    >
      <Box sx={{ display: "flex", alignItems: "center", mb: 2 }}>
        <Typography variant="h1" component="h2">
          Scale slip
        </Typography>
        <Box sx={{ flex: 1 }} />
        <IconButton aria-label="Close the scale slip" onClick={onClose}>
          ×
        </IconButton>
      </Box>
      <TextField
        autoFocus
        label="Scale"
        value={scaleText}
        onChange={(event) => setScaleText(event.target.value)}
        error={!scale.ok}
        helperText={
          scale.ok
            ? `The building is ${Number(scale.value.toNumber().toFixed(4))} times its drawing`
            : scale.problem.remedy
        }
        fullWidth
        sx={{ mb: 2 }}
      />
      {shown && <Conversion scale={shown} />}
      <Diagonal />
      <Sum />
      {shown && <Lettering scale={shown} />}
      {shown && <Coverage scale={shown} />}
    </Drawer>
  );
}

/** While something is being typed that is not yet right, what was right before it stays. */
function useLastGood(text: string, isGood: boolean): string {
  const [last, setLast] = useState(text);
  if (isGood && text !== last) setLast(text);
  return isGood ? text : last;
}

const Row = ({ label, children }: { label: string; children: ReactNode }) => (
  <Box
    sx={{
      display: "flex",
      justifyContent: "space-between",
      gap: 2,
      py: 0.4,
      borderBottom: "1px solid",
      borderColor: "divider",
    }}
  >
    <Typography variant="body2" color="text.secondary">
      {label}
    </Typography>
    <Typography variant="body2" component="output">
      {children}
    </Typography>
  </Box>
);

const feet = (length: Length): string => formatLength(length, { system: "feet-inches", finestFraction: 16 });
const millimetres = (length: Length): string =>
  formatLength(length, { system: "mm", decimals: Math.abs(length.toNumber()) < 100 ? 2 : 0, suffix: true });

/** A length both ways: what is typed may be on paper or in the building. */
function Conversion({ scale }: { scale: Scale }) {
  const [text, setText] = useState("3600");
  const length = parseLength(text);
  const good = parseLength(useLastGood(text, length.ok));
  const shown = good.ok ? good.value : undefined;
  return (
    <Section title="Paper and building">
      <TextField
        label="Length"
        value={text}
        onChange={(event) => setText(event.target.value)}
        error={!length.ok}
        helperText={length.ok ? " " : length.problem.remedy}
        fullWidth
      />
      {shown && (
        <>
          <Row label="Drawn on paper">
            {millimetres(onPaper(shown, scale))} · {feet(onPaper(shown, scale))}
          </Row>
          <Row label="On paper, it stands for">
            {formatLength(onBuilding(shown, scale), { system: "m", decimals: 3, suffix: true })} ·{" "}
            {feet(onBuilding(shown, scale))}
          </Row>
        </>
      )}
    </Section>
  );
}

const HEIGHTS = [1.8, 2.5, 3.5, 5];
/** Distances of rows of dimensions that many offices have, millimetres on paper (common practice, no source). */
const ROWS = [
  { label: "First row of dimensions, 12 mm", mm: 12 },
  { label: "Each further row, 8 mm", mm: 8 },
];

function Lettering({ scale }: { scale: Scale }) {
  return (
    <Section title="Lettering and rows in building size">
      {HEIGHTS.map((height) => {
        const building = onBuilding(Length.of(String(height), "mm"), scale);
        return (
          <Row key={height} label={`${height} mm on paper`}>
            {millimetres(building)} · {feet(building)}
          </Row>
        );
      })}
      {ROWS.map(({ label, mm }) => {
        const building = onBuilding(Length.of(String(mm), "mm"), scale);
        return (
          <Row key={label} label={label}>
            {millimetres(building)} · {feet(building)}
          </Row>
        );
      })}
      <Row label="Overall factor">{Number(scale.toNumber().toFixed(4))}</Row>
    </Section>
  );
}

function Coverage({ scale }: { scale: Scale }) {
  const metres = (mm: number): string =>
    formatLength(onBuilding(Length.of(mm.toFixed(3), "mm"), scale), { system: "m", decimals: 2 });
  return (
    <Section title="Ground a sheet covers, landscape">
      {PAPER_SIZES.map((size) => (
        <Row key={size.id} label={size.id}>
          {metres(size.heightMm)} m × {metres(size.widthMm)} m
        </Row>
      ))}
    </Section>
  );
}

/** For setting out: what is measured across to know that a corner is right. */
function Diagonal() {
  const [texts, setTexts] = useState(["6000", "8000"]);
  const [along, up] = texts.map((text) => parseLength(text));
  const diagonal = along?.ok && up?.ok ? diagonalOf(along.value, up.value) : undefined;
  const said = diagonal && `${feet(diagonal)} · ${millimetres(diagonal)}`;
  const shown = useLastGood(said ?? "", said !== undefined);
  return (
    <Section title="Diagonal of a right angle">
      <Box sx={{ display: "flex", gap: 1 }}>
        {["One side", "The other side"].map((label, i) => {
          const side = [along, up][i];
          return (
            <TextField
              key={label}
              label={label}
              value={texts[i] ?? ""}
              onChange={(event) => setTexts(texts.map((text, k) => (k === i ? event.target.value : text)))}
              error={side?.ok === false}
              helperText={side?.ok === false ? side.problem.remedy : " "}
              fullWidth
            />
          );
        })}
      </Box>
      {shown && <Row label="Diagonal">{shown}</Row>}
    </Section>
  );
}

function Sum() {
  const [text, setText] = useState(`12'-6" + 3'-2 1/2"`);
  const sum = sumLengths(text);
  return (
    <Section title="Sum">
      <TextField
        label="Lengths with + and −"
        value={text}
        onChange={(event) => setText(event.target.value)}
        error={!sum.ok}
        helperText={sum.ok ? " " : `${sum.problem.message} ${sum.problem.remedy ?? ""}`}
        fullWidth
      />
      {sum.ok && (
        <Row label="Comes to">
          {feet(sum.value)} · {millimetres(sum.value)}
        </Row>
      )}
    </Section>
  );
}

const Section = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box component="section" sx={{ mb: 2 }}>
    <Typography variant="h3" sx={{ mb: 1.25 }}>
      {title}
    </Typography>
    {children}
  </Box>
);
