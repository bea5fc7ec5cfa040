"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { RefObject } from "react";
import { STEP, type SheetViewHandle } from "../sheet-view/SheetView";
import type { Trueness } from "../sheet-view/stage";

const SAID: Record<Trueness, string> = {
  simplified: "Quick picture; the exact one follows.",
  exact: "",
  failed: "Quick picture: the exact one could not be painted. It is tried again when you move the sheet.",
};

/** How the sheet is looked at: whole, nearer, farther, with which layers, and which page of it. */
export function ViewBar({
  view,
  page,
  pages,
  onPage,
  trueness,
  otherwise,
  panel,
  onLayers,
  onRecognised,
}: {
  view: RefObject<SheetViewHandle | null>;
  page: number;
  pages: number;
  onPage: (page: number) => void;
  trueness: Trueness;
  /** What of the page plots otherwise than the picture shows, in words. */
  otherwise: readonly string[];
  panel: "layers" | "recognised" | null;
  onLayers: () => void;
  onRecognised: () => void;
}) {
  return (
    <Box
      sx={{
        position: "absolute",
        zIndex: 3,
        left: 12,
        bottom: 10,
        display: "flex",
        gap: 1,
        alignItems: "center",
        bgcolor: "background.paper",
        border: "1px solid",
        borderColor: "divider",
        borderRadius: 1,
        px: 0.5,
      }}
    >
      <Button onClick={() => view.current?.fit()}>Whole sheet</Button>
      <Button aria-label="Zoom out" onClick={() => view.current?.zoom(1 / STEP)} sx={{ minWidth: 30 }}>
        −
      </Button>
      <Button aria-label="Zoom in" onClick={() => view.current?.zoom(STEP)} sx={{ minWidth: 30 }}>
        +
      </Button>
      <Button aria-expanded={panel === "layers"} onClick={onLayers}>
        Layers
      </Button>
      <Button aria-expanded={panel === "recognised"} onClick={onRecognised}>
        Recognised
      </Button>
      {pages > 1 && (
        <>
          <Button
            aria-label="Previous page"
            disabled={page <= 1}
            onClick={() => onPage(page - 1)}
            sx={{ minWidth: 30 }}
          >
            ‹
          </Button>
          <Typography variant="body2">
            page {page} of {pages}
          </Typography>
          <Button
            aria-label="Next page"
            disabled={page >= pages}
            onClick={() => onPage(page + 1)}
            sx={{ minWidth: 30 }}
          >
            ›
          </Button>
        </>
      )}
      <Typography
        variant="body2"
        role="status"
        color="text.secondary"
        sx={{ pr: SAID[trueness] || otherwise.length > 0 ? 1 : 0 }}
      >
        {trueness === "exact" && otherwise.length > 0 ? "Not all is shown as it plots: see beside." : SAID[trueness]}
      </Typography>
    </Box>
  );
}
