"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { SxProps, Theme } from "@mui/material/styles";
import type { ReactNode } from "react";

interface Props {
  /** What it is called by those who hear it. */
  readonly label: string;
  readonly title: ReactNode;
  readonly onClose: () => void;
  /** Buttons before that which closes it. */
  readonly actions?: ReactNode;
  /** Where it lies over the sheet, and how wide. */
  readonly sx: SxProps<Theme>;
  readonly children: ReactNode;
}

/** Something about the sheet that lies over it, above its flags, until it is closed. */
export function SheetPanel({ label, title, onClose, actions, sx, children }: Props) {
  return (
    <Box
      component="section"
      aria-label={label}
      sx={
        [
          {
            position: "absolute",
            zIndex: 3,
            bgcolor: "background.paper",
            border: "1px solid",
            borderColor: "divider",
            borderRadius: 1,
          },
          ...(Array.isArray(sx) ? (sx as SxProps<Theme>[]) : [sx]),
        ] as SxProps<Theme>
      }
    >
      <Box sx={{ display: "flex", alignItems: "center", pl: 1.5, borderBottom: "1px dashed", borderColor: "divider" }}>
        <Typography variant="h2" sx={{ flex: 1, fontSize: 14 }} noWrap>
          {title}
        </Typography>
        {actions}
        <Button onClick={onClose}>Close</Button>
      </Box>
      {children}
    </Box>
  );
}
