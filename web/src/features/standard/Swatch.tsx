import Box from "@mui/material/Box";

/** A patch of a screen colour. */
export const Swatch = ({ colour }: { colour: string }) => (
  <Box
    component="span"
    sx={{
      display: "inline-block",
      width: 14,
      height: 14,
      borderRadius: "2px",
      bgcolor: /^#[0-9a-f]{3,8}$/i.test(colour) ? colour : "transparent",
      verticalAlign: "middle",
      mr: 1,
    }}
  />
);
