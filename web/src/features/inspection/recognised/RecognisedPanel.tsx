"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import type { Recognised } from "@hemstitch/core/recognise";
import { OVERLAY_DASHES, OVERLAY_INK, type OverlayKind } from "../../sheet-view/overlays";
import { SheetPanel } from "../SheetPanel";
import { KINDS, type RecognisedView } from "./use-recognised";

const WORDS: Record<OverlayKind, string> = {
  drawings: "Drawings and their scales",
  dimensions: "Dimensions",
  hatches: "Hatches",
  leaders: "Leaders",
  lettering: "Lettering",
  guides: "Scale bars and north points",
  titles: "Fields of title blocks",
  signs: "Titles, codes and references",
  walls: "Walls and openings",
  rooms: "Rooms",
  grids: "Grid lines and levels",
};

/** How each kind is drawn over the sheet, in words: nobody has to tell them apart by their colours. */
const DRAWN: Record<OverlayKind, string> = {
  drawings: "long dashes around each",
  dimensions: "a line from point to point",
  hatches: "their lines drawn over",
  leaders: "dots to a ring where each points",
  lettering: "thin boxes for lines, heavy ones for blocks",
  guides: "dashes along each bar, and towards north",
  titles: "short dashes within each field",
  signs: "dots around each, with what it is",
  walls: "a line along each wall, dots at jambs",
  rooms: "dashes around each, with its area",
  grids: "long and short dashes from each label",
};

/** What the program made out on the sheet, to be shown over it: so that people can trust its silence. */
export function RecognisedPanel({
  view,
  onLists,
  onClose,
}: {
  view: RecognisedView;
  onLists: () => void;
  onClose: () => void;
}) {
  const { page, problem, shown, toggle } = view;
  return (
    <SheetPanel
      label="What was recognised"
      title="What was recognised"
      onClose={onClose}
      sx={{ left: 12, bottom: 54, width: 286 }}
    >
      {!page && !problem && <LinearProgress aria-label="Recognising" />}
      {problem && (
        <Typography variant="body2" color="error" sx={{ p: 1.5 }}>
          {problem}
        </Typography>
      )}
      <Box component="ul" sx={{ m: 0, p: 0.5, listStyle: "none" }}>
        {KINDS.map((kind) => (
          <Box component="li" key={kind}>
            <Box component="label" sx={{ display: "flex", alignItems: "center" }}>
              <Checkbox size="small" checked={shown.has(kind)} onChange={() => toggle(kind)} sx={{ p: 0.5 }} />
              <Sample kind={kind} />
              <Typography variant="body2" title={DRAWN[kind]} sx={{ flex: 1, minWidth: 0 }}>
                {WORDS[kind]}
              </Typography>
              <Typography variant="body2" sx={{ pr: 1.5 }}>
                {page ? countOf(page, kind) : "…"}
              </Typography>
            </Box>
          </Box>
        ))}
      </Box>
      {page && (
        <Box sx={{ px: 1, pb: 0.5 }}>
          <Button size="small" onClick={onLists}>
            Lists of rooms, openings, references…
          </Button>
        </Box>
      )}
      {page && page.drawings.length > 0 && (
        <Box component="ul" aria-label="Scales" sx={{ m: 0, px: 1.5, pb: 1, listStyle: "none" }}>
          {page.drawings.map((each, i) => (
            <Typography key={i} component="li" variant="body2" color="text.secondary">
              {scaleWords(each)}
            </Typography>
          ))}
        </Box>
      )}
    </SheetPanel>
  );
}

/** The line that a kind is drawn with. */
function Sample({ kind }: { kind: OverlayKind }) {
  return (
    <svg width={30} height={10} aria-hidden style={{ marginRight: 8, flexShrink: 0 }}>
      <line
        x1={0}
        x2={30}
        y1={5}
        y2={5}
        stroke={OVERLAY_INK[kind]}
        strokeWidth={kind === "walls" ? 3 : 2}
        strokeDasharray={OVERLAY_DASHES[kind].join(" ")}
      />
    </svg>
  );
}

function countOf(page: Recognised, kind: OverlayKind): number {
  return page[kind].length + (kind === "dimensions" ? page.round.length : 0);
}

/** “1:50 by 24 of 24 dimensions; 1:50 stated”. */
function scaleWords({ implied, stated, agree, of }: Recognised["drawings"][number]): string {
  const first = implied
    ? `${implied.words} by ${agree} of ${of} dimensions`
    : `${of} dimensions, too few to imply a scale`;
  return stated ? `${first}; ${stated.words} stated` : `${first}; no scale stated`;
}
