import Box from "@mui/material/Box";
import Link from "next/link";

/** The way to the bin, from the places whose things go there. */
export const BinLink = () => (
  <Box component={Link} href="/bin" sx={{ color: "text.secondary", fontSize: 13 }}>
    Open the bin
  </Box>
);
