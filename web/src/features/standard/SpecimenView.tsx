"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import dynamic from "next/dynamic";
import { useEffect, useMemo, useState } from "react";
import { SvgBoard } from "@hemstitch/core/formats/svg";
import type { Specimen } from "@hemstitch/core/specimen";
import type { FontEntry } from "@hemstitch/core/standard/plain";
import { useDraftIfAny } from "./draft";
import { OWN_FONT, useLetteringFonts } from "./lettering-fonts";
import { useScreenScale } from "./screen-scale";

const CalibrateDialog = dynamic(() => import("./CalibrateDialog"), { ssr: false });

const RULE_MM = 8;
const NONE: readonly string[] = [];
const NO_FONTS: readonly FontEntry[] = [];

/** A specimen on sheet white at true size over a millimetre rule; the drawing is the core's own. */
export function SpecimenView({ specimen, label }: { specimen: Specimen; label: string }) {
  const [perMm, setPerMm] = useScreenScale();
  const [calibrating, setCalibrating] = useState(false);
  const [asked, setAsked] = useState<readonly string[]>(NONE);
  const fonts = useLetteringFonts(asked, useDraftIfAny()?.standard.fonts ?? NO_FONTS);
  const board = useMemo(() => {
    const made = new SvgBoard(specimen.widthMm, specimen.heightMm, OWN_FONT, fonts);
    specimen.draw(made);
    return made;
  }, [specimen, fonts]);
  useEffect(() => {
    const families = [...board.asked];
    setAsked((was) => (was.join("\n") === families.join("\n") ? was : families));
  }, [board]);
  const missing = [...board.missing];
  const total = specimen.heightMm + RULE_MM;
  return (
    <Box sx={{ mb: 1.5 }}>
      <Box
        sx={{
          bgcolor: "#fff",
          border: "1px solid",
          borderColor: "divider",
          p: "6px",
          width: "fit-content",
          maxWidth: "100%",
          overflow: "auto",
        }}
      >
        <svg
          role="img"
          aria-label={label}
          width={specimen.widthMm * perMm}
          height={total * perMm}
          viewBox={`0 0 ${specimen.widthMm} ${total}`}
          style={{ display: "block", fontFamily: "Barlow, sans-serif" }}
        >
          {/* The core escapes every text that it writes into a drawing. */}
          <g dangerouslySetInnerHTML={{ __html: board.content() }} />
          <Rule y={specimen.heightMm + 1} widthMm={specimen.widthMm} reduced={specimen.reduced} />
        </svg>
      </Box>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1 }}>
        <Typography variant="caption" color="text.secondary">
          {specimen.reduced ? `${specimen.reduced.toFixed(1)} times smaller than on paper` : "At true size"}
        </Typography>
        <Button size="small" onClick={() => setCalibrating(true)} sx={{ fontSize: 12, py: 0 }}>
          Fit to this screen
        </Button>
      </Box>
      {missing.length > 0 && (
        <Typography variant="body2" sx={{ color: "mend.main" }}>
          Shown in Barlow: {missing.join(", ")} {missing.length === 1 ? "is" : "are"} not at hand. Upload the font under
          Text, Fonts.
        </Typography>
      )}
      {calibrating && <CalibrateDialog perMm={perMm} onDone={setPerMm} onClose={() => setCalibrating(false)} />}
    </Box>
  );
}

/** Room that a figure of the rule takes at most. */
const FIGURE_MM = 1.6;

function Rule({ y, widthMm, reduced = 1 }: { y: number; widthMm: number; reduced?: number | undefined }) {
  // A reduced specimen has a rule in its own millimetres.
  const step = reduced > 1 ? 10 / reduced : 1;
  const every = reduced > 1 ? 10 : 20;
  const marks = Math.floor(widthMm / step);
  return (
    <g stroke="#5B6472" strokeWidth={0.13} fill="#565E6B">
      {Array.from({ length: marks + 1 }, (_, i) => (
        <line key={i} x1={i * step} x2={i * step} y1={y} y2={y + (i % 10 === 0 ? 3.5 : i % 5 === 0 ? 2.5 : 1.5)} />
      ))}
      {Array.from({ length: Math.floor(marks / every) + 1 }, (_, i) => ({
        x: i * every * step + 0.6,
        figure: `${reduced > 1 ? i * 100 : i * every}${i === 0 ? " mm" : ""}`,
      }))
        .filter(({ x, figure }) => x + figure.length * FIGURE_MM <= widthMm)
        .map(({ x, figure }) => (
          <text key={x} x={x} y={y + 6.4} fontSize={2.6} stroke="none" fontFamily="Archivo Variable">
            {figure}
          </text>
        ))}
    </g>
  );
}
