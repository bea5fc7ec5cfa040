"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { distanceToBox } from "@hemstitch/core/drawing";
import type { Recognised, RecognisedDimension } from "@hemstitch/core/recognise";
import type { Numbered } from "./numbered";

/** The dimensions that a scale was worked out from: those that agree on it, and those that don't. */
export function ScaleEvidence({ finding, page }: { finding: Numbered; page: Recognised | null }) {
  const [x = 0, y = 0, width = 0, height = 0] = finding.placesMm;
  const middle = [x + width / 2, y + height / 2] as const;
  const [drawing] = (page?.drawings ?? [])
    .filter(({ implied }) => implied)
    .sort((a, b) => distanceToBox(a.boxMm, middle) - distanceToBox(b.boxMm, middle));
  if (!drawing?.implied) return null;
  const agree = drawing.dimensions.filter((each) => each.agrees === true);
  const others = drawing.dimensions.filter((each) => each.agrees === false);
  return (
    <Box sx={{ mb: 0.75 }}>
      <List name={`${agree.length} agree on ${drawing.implied.words}`} dimensions={agree} />
      {others.length > 0 && (
        <List name={`${others.length} ${others.length === 1 ? "does" : "do"} not`} dimensions={others} />
      )}
    </Box>
  );
}

/** More say no more. */
const MOST = 60;

function List({ name, dimensions }: { name: string; dimensions: readonly RecognisedDimension[] }) {
  const said = dimensions
    .slice(0, MOST)
    .map(({ text, drawn, agrees }) => (agrees || !drawn ? text : `${text} (${drawn} drawn)`));
  const more = dimensions.length - said.length;
  return (
    <Typography variant="body2" component="div">
      <b>{name}:</b>{" "}
      <Box component="span" sx={{ color: "text.secondary" }}>
        {said.join(" · ")}
        {more > 0 ? ` and ${more} more` : ""}
      </Box>
    </Typography>
  );
}
