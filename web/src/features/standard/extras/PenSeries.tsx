"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { ISO_PENS, type Entry, type EntryEdit } from "@hemstitch/core/standard/plain";
import { useDraft } from "../draft";

/** Offers what published standards have: the missing widths of the ISO series, and the colour code of technical pens. */
export default function PenSeries() {
  const { standard, mayEdit, edit } = useDraft();
  if (!mayEdit) return null;
  const missing = ISO_PENS.filter((pen) => !standard.pens.some((each) => Math.abs(each.widthMm - pen.widthMm) < 1e-6));
  const colours = standard.pens.flatMap((pen): EntryEdit[] => {
    const iso = ISO_PENS.find((each) => Math.abs(each.widthMm - pen.widthMm) < 1e-6);
    return iso && iso.screenColour !== pen.screenColour
      ? [{ key: pen.id, entry: { ...pen, screenColour: iso.screenColour } as Entry }]
      : [];
  });
  if (missing.length === 0 && colours.length === 0) return null;
  return (
    <Box sx={{ display: "flex", alignItems: "center", gap: 1, mb: 0.5 }}>
      <Typography variant="body2" color="text.secondary">
        ISO 128 series:
      </Typography>
      {missing.length > 0 && (
        <Button
          onClick={() =>
            void edit({
              of: "list",
              list: "pens",
              edits: missing.map((pen) => ({ key: null, entry: pen })),
            })
          }
        >
          Add {missing.map((pen) => pen.widthMm).join(", ")} mm
        </Button>
      )}
      {colours.length > 0 && (
        <Button onClick={() => void edit({ of: "list", list: "pens", edits: colours })}>
          Technical-pen colours for {colours.length}
        </Button>
      )}
    </Box>
  );
}
