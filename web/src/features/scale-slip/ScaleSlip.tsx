"use client";
import Box from "@mui/material/Box";
import Drawer from "@mui/material/Drawer";
import IconButton from "@mui/material/IconButton";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState, type ReactNode } from "react";
import {
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
      {scale.ok && (
        <>
          <Conversion scale={scale.value} />
          <Lettering scale={scale.value} />
          <Coverage scale={scale.value} />
        </>
      )}
      <Sum />
    </Drawer>
  );
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
      {length.ok && (
        <>
          <Row label="Drawn on paper">
            {millimetres(onPaper(length.value, scale))} · {feet(onPaper(length.value, scale))}
          </Row>
          <Row label="On paper, it stands for">
            {formatLength(onBuilding(length.value, scale), { system: "m", decimals: 3, suffix: true })} ·{" "}
            {feet(onBuilding(length.value, scale))}
          </Row>
        </>
      )}
    </Section>
  );
}

const HEIGHTS = [1.8, 2.5, 3.5, 5];

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
      <Row label="Overall factor">{Number(scale.toNumber().toFixed(4))}</Row>
    </Section>
  );
}

function Coverage({ scale }: { scale: Scale }) {
  const metres = (mm: number): string =>
    formatLength(onBuilding(Length.of(mm.toFixed(3), "mm"), scale), { system: "m", decimals: 2 });
  return (
    <Section title="What a sheet covers, lying">
      {PAPER_SIZES.filter((size) => /^A[1-4]$|ARCH D/.test(size.id)).map((size) => (
        <Row key={size.id} label={size.id}>
          {metres(size.heightMm)} m × {metres(size.widthMm)} m
        </Row>
      ))}
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
    <Typography variant="h3" sx={{ mb: 0.75 }}>
      {title}
    </Typography>
    {children}
  </Box>
);
