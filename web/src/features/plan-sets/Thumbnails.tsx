import Box from "@mui/material/Box";
import Link from "next/link";
import { CODE_FONT } from "../shell/theme";
import type { FrameShape, SheetRow } from "./rows";

/** Millimetres of paper in one pixel of a thumbnail. */
const MM_A_PIXEL = 5.2;

/** The sheets of a set in true proportion. */
export function Thumbnails({
  planSetId,
  sheets,
  frames,
}: {
  planSetId: string;
  sheets: readonly SheetRow[];
  frames: readonly FrameShape[];
}) {
  return (
    <Box sx={{ display: "flex", gap: 2, flexWrap: "wrap", alignItems: "flex-end", mb: 2 }}>
      {sheets.map((sheet) => {
        const frame = frames.find((each) => each.id === sheet.frame);
        const [width, height] = [(frame?.widthMm ?? 420) / MM_A_PIXEL, (frame?.heightMm ?? 297) / MM_A_PIXEL];
        return (
          <Box
            key={sheet.id}
            component={Link}
            href={`/plan-sets/${planSetId}/sheets/${sheet.id}`}
            sx={{ color: "text.primary", textDecoration: "none", fontSize: 12, textAlign: "center" }}
          >
            <svg
              width={width}
              height={height}
              viewBox={`0 0 ${frame?.widthMm ?? 420} ${frame?.heightMm ?? 297}`}
              style={{ display: "block", background: "#fff", boxShadow: "0 1px 2px rgba(27,42,65,.25)" }}
              aria-hidden
            >
              <rect
                x={20}
                y={10}
                width={(frame?.widthMm ?? 420) - 30}
                height={(frame?.heightMm ?? 297) - 20}
                fill="none"
                stroke="#1B2A41"
                strokeWidth={3}
              />
              {frame && (
                <rect
                  x={frame.widthMm - 10 - frame.block.widthMm}
                  y={frame.heightMm - 10 - frame.block.heightMm}
                  width={frame.block.widthMm}
                  height={frame.block.heightMm}
                  fill={sheet.empty > 0 ? "#F3D9A8" : "#E3E7EE"}
                  stroke="#1B2A41"
                  strokeWidth={2}
                />
              )}
              {sheet.scale && (
                <rect
                  x={60}
                  y={50}
                  width={(frame?.widthMm ?? 420) * 0.55}
                  height={(frame?.heightMm ?? 297) * 0.5}
                  fill="none"
                  stroke="#8A93A3"
                  strokeWidth={4}
                />
              )}
            </svg>
            <Box component="span" sx={{ fontFamily: CODE_FONT }}>
              {sheet.number}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}
