import Box from "@mui/material/Box";
import type { ReactNode } from "react";

const WIDTH_MM = 84;

/** A specimen at true size: drawn in millimetres on sheet white, over a millimetre rule. */
export function Specimen({ heightMm, children, label }: { heightMm: number; children: ReactNode; label: string }) {
  const ruleMm = 8;
  const total = heightMm + ruleMm;
  return (
    <Box
      sx={{
        bgcolor: "#fff",
        border: "1px solid",
        borderColor: "divider",
        p: "2mm",
        display: "inline-block",
        maxWidth: "100%",
        overflow: "hidden",
      }}
    >
      <svg
        role="img"
        aria-label={label}
        width={`${WIDTH_MM}mm`}
        height={`${total}mm`}
        viewBox={`0 0 ${WIDTH_MM} ${total}`}
        style={{ display: "block" }}
      >
        {children}
        <Rule y={heightMm + 1} />
      </svg>
    </Box>
  );
}

function Rule({ y }: { y: number }) {
  return (
    <g stroke="#5B6472" strokeWidth={0.13} fill="#565E6B">
      {Array.from({ length: WIDTH_MM + 1 }, (_, mm) => (
        <line key={mm} x1={mm} x2={mm} y1={y} y2={y + (mm % 10 === 0 ? 3.5 : mm % 5 === 0 ? 2.5 : 1.5)} />
      ))}
      {Array.from({ length: Math.floor(WIDTH_MM / 20) + 1 }, (_, i) => (
        <text key={i} x={i * 20 + 0.6} y={y + 6.4} fontSize={2.6} stroke="none" fontFamily="Archivo Variable">
          {i * 20}
          {i === 0 ? " mm" : ""}
        </text>
      ))}
    </g>
  );
}

/** A line as it plots: width and dashes on paper. */
export function PlottedLine({
  y,
  widthMm,
  pattern,
  shade = 100,
  from = 2,
  to = WIDTH_MM - 2,
}: {
  y: number;
  widthMm: number;
  pattern: readonly number[];
  shade?: number;
  from?: number;
  to?: number;
}) {
  const grey = Math.round(255 * (1 - shade / 100));
  return (
    <line
      x1={from}
      x2={to}
      y1={y}
      y2={y}
      stroke={`rgb(${grey},${grey},${grey})`}
      strokeWidth={widthMm}
      {...(pattern.length > 0 ? { strokeDasharray: pattern.map((each) => each * widthMm).join(" ") } : {})}
    />
  );
}
