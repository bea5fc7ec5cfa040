import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { parseName, type NameGrammar } from "@hemstitch/core/naming";
import { CODE_FONT } from "../../shell/theme";

/** A name taken apart, or where it fails. */
export function NameParts({ name, scheme }: { name: string; scheme: NameGrammar }) {
  const parsed = parseName(name, scheme);
  if (!parsed.ok)
    return (
      <Typography variant="body2" color="error" sx={{ mt: 1 }}>
        Character {parsed.failure.at + 1}: {parsed.failure.message}
      </Typography>
    );
  return (
    <Box
      component="dl"
      sx={{
        mt: 1,
        mb: 0,
        display: "grid",
        gridTemplateColumns: "auto 1fr",
        columnGap: 1.5,
        rowGap: 0.25,
        fontSize: 13,
      }}
    >
      {parsed.parts.map((part) => [
        <Box component="dt" key={`${part.field}t`} sx={{ fontFamily: CODE_FONT }}>
          {part.text}
        </Box>,
        <Box component="dd" key={part.field} sx={{ m: 0 }}>
          {part.title}
          {part.meaning ? `: ${part.meaning}` : ""}
        </Box>,
      ])}
    </Box>
  );
}
