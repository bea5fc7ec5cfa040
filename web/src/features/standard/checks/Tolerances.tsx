"use client";
import Box from "@mui/material/Box";
import type { ToleranceChapter } from "@hemstitch/core/standard/plain";
import { useDraft } from "../draft";
import { figure } from "../typed";
import { KeptField } from "./KeptField";

interface Field {
  readonly fact: keyof ToleranceChapter;
  readonly label: string;
  /** How many of the shown unit make one of the kept. */
  readonly shown: number;
  readonly most: number;
}

const FIELDS: readonly Field[] = [
  { fact: "widthMm", label: "Line widths, mm", shown: 1, most: 1 },
  { fact: "heightShare", label: "Heights of lettering, %", shown: 100, most: 50 },
  { fact: "dashShare", label: "Dashes and gaps, %", shown: 100, most: 50 },
  { fact: "sheetMm", label: "Sheet sizes, mm", shown: 1, most: 20 },
];

/** How far measured values may be off. */
export function Tolerances() {
  const { standard, mayEdit, editFacts } = useDraft();
  const { tolerances } = standard;
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1.5 }}>
      {FIELDS.map(({ fact, label, shown, most }) => (
        <KeptField
          key={fact}
          label={label}
          kept={String(Number((tolerances[fact] * shown).toFixed(4)))}
          disabled={!mayEdit}
          problem={(text) => {
            const value = figure(text);
            return value !== undefined && value >= 0 && value <= most ? undefined : `A figure from 0 to ${most}.`;
          }}
          onKeep={(text) =>
            void editFacts({ tolerances: { ...tolerances, [fact]: Number(((figure(text) ?? 0) / shown).toFixed(6)) } })
          }
        />
      ))}
    </Box>
  );
}
