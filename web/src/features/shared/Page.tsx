import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { Alive } from "./Alive";

/** A place's heading with its actions, over its content. */
export function Page({
  title,
  lead,
  actions,
  children,
}: {
  title: ReactNode;
  lead?: ReactNode;
  actions?: ReactNode;
  children: ReactNode;
}) {
  return (
    <Alive>
      <Box sx={{ px: 3, py: 2, display: "flex", flexDirection: "column", minHeight: "100%", boxSizing: "border-box" }}>
        <Box sx={{ display: "flex", alignItems: "baseline", gap: 2, mb: 1.5, flexWrap: "wrap" }}>
          <Typography variant="h1">{title}</Typography>
          {lead && (
            <Typography variant="body2" color="text.secondary" component="div">
              {lead}
            </Typography>
          )}
          <Box sx={{ flex: 1 }} />
          {actions}
        </Box>
        {children}
      </Box>
    </Alive>
  );
}

/** A heading over a part of a place, with the stitched line. */
export const Part = ({ title, actions, children }: { title: string; actions?: ReactNode; children: ReactNode }) => (
  <Box component="section" sx={{ mb: 3 }}>
    <Box
      sx={{
        display: "flex",
        alignItems: "center",
        gap: 2,
        borderBottom: "1px dashed",
        borderColor: "divider",
        pb: 0.5,
        mb: 1,
      }}
    >
      <Typography variant="h2">{title}</Typography>
      <Box sx={{ flex: 1 }} />
      {actions}
    </Box>
    {children}
  </Box>
);
