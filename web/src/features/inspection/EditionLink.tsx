"use client";
import Box from "@mui/material/Box";
import type { MouseEvent } from "react";
import { useDownload } from "../shared/use-download";

/** The edition that a file was judged by, as its manual: whoever sees a finding can read what it goes by. */
export function EditionLink({ fileId, words }: { fileId: string; words: string }) {
  const href = `/api/inspected/${fileId}/manual`;
  const { making, onLink } = useDownload();
  return (
    <Box
      component="a"
      href={href}
      onClick={(event: MouseEvent<HTMLAnchorElement>) => onLink(event, href)}
      title="Download its manual"
      sx={{ color: "inherit" }}
    >
      {making ? "The manual is being made…" : words}
    </Box>
  );
}
