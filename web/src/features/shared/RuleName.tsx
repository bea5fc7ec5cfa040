import Box from "@mui/material/Box";
import Link from "next/link";
import { CODE_FONT } from "../shell/theme";

/** What a rule is called, leading to its page as an edition has it, with its id small after it. */
export function RuleName({ id, title, edition }: { id: string; title: string; edition?: number | undefined }) {
  return (
    <>
      <Box
        component={Link}
        href={`/rules/${id}${edition === undefined ? "" : `?edition=${edition}`}`}
        sx={{ color: "inherit", textDecorationColor: "divider", "&:hover": { textDecorationColor: "currentColor" } }}
      >
        {title}
      </Box>{" "}
      <Box
        component="span"
        sx={{ fontFamily: CODE_FONT, fontSize: 11, fontWeight: 400, color: "text.secondary", whiteSpace: "nowrap" }}
      >
        {id}
      </Box>
    </>
  );
}
