import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";

/** Stands where there is nothing yet: what belongs there and why, and below it the first step. */
export const Empty = ({ children, step }: { children: ReactNode; step?: ReactNode }) => (
  <Box sx={{ py: 1, maxWidth: 560 }}>
    <Typography variant="body2" color="text.secondary">
      {children}
    </Typography>
    {step && <Box sx={{ mt: 1.5 }}>{step}</Box>}
  </Box>
);
