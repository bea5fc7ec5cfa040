"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Typography from "@mui/material/Typography";
import { CODE_FONT } from "../shell/theme";
import { SheetPanel } from "./SheetPanel";
import type { LayerRow, Layers } from "./use-layers";

/** The layers of the file, each to be switched on and off, or looked at alone. */
export function LayerPanel({ layers, onClose }: { layers: Layers; onClose: () => void }) {
  return (
    <SheetPanel
      label="Layers of this file"
      title={
        <>
          Layers{" "}
          <Typography component="span" variant="body2" color="text.secondary">
            and their marks
          </Typography>
        </>
      }
      actions={
        <Button disabled={!layers.changed} onClick={layers.reset}>
          As printed
        </Button>
      }
      onClose={onClose}
      sx={{
        left: 12,
        bottom: 54,
        width: 300,
        maxHeight: "calc(100% - 120px)",
        display: "flex",
        flexDirection: "column",
      }}
    >
      <Box component="ul" sx={{ m: 0, p: 0.5, listStyle: "none", overflow: "auto" }}>
        {layers.rows.map((row) => (
          <Row key={row.index} row={row} layers={layers} />
        ))}
      </Box>
      {layers.rows.length === 0 && (
        <Typography variant="body2" sx={{ px: 1.5, pb: 1 }}>
          This file has no layers.
        </Typography>
      )}
    </SheetPanel>
  );
}

function Row({ row, layers }: { row: LayerRow; layers: Layers }) {
  const alone = layers.only === row.name;
  return (
    <Box component="li" sx={{ display: "flex", alignItems: "center", bgcolor: alone ? "action.selected" : undefined }}>
      <Box
        component="label"
        sx={{ flex: 1, minWidth: 0, display: "flex", alignItems: "center", cursor: "pointer" }}
        title={row.name}
      >
        <Checkbox size="small" checked={row.shown} onChange={() => layers.toggle(row.name)} sx={{ p: 0.5 }} />
        <Typography noWrap sx={{ fontFamily: CODE_FONT, fontSize: 12, flex: 1 }}>
          {row.name || "(without a name)"}
        </Typography>
        <Typography variant="body2" color="text.secondary" sx={{ px: 0.75, whiteSpace: "nowrap" }}>
          {row.printed ? row.marks.toLocaleString("en") : "not printed"}
        </Typography>
      </Box>
      <Button
        aria-pressed={alone}
        aria-label={`${row.name} alone`}
        onClick={() => layers.showOnly(alone ? null : row.name)}
        sx={{ minWidth: 0, px: 1, py: 0.25 }}
      >
        alone
      </Button>
    </Box>
  );
}
