"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { RefObject } from "react";
import { STEP, type SheetViewHandle } from "../sheet-view/SheetView";

/** How the sheet is looked at: whole, nearer, farther, and which page of it. */
export function ViewBar({
  view,
  page,
  pages,
  onPage,
}: {
  view: RefObject<SheetViewHandle | null>;
  page: number;
  pages: number;
  onPage: (page: number) => void;
}) {
  return (
    <Box
      sx={{
        position: "absolute",
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
    </Box>
  );
}
