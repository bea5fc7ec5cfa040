"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";

/** The page of a link: a heading, the form once the link is known to be good, and what went wrong. */
export function LinkForm(props: {
  title: string;
  problem: string | null;
  onSubmit: () => Promise<void>;
  children: ReactNode;
}) {
  return (
    <Box component="main" sx={{ minHeight: "100dvh", display: "grid", placeItems: "center" }}>
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          void props.onSubmit();
        }}
        sx={{ width: 400, display: "flex", flexDirection: "column", gap: 1.5 }}
      >
        <Typography variant="h1">{props.title}</Typography>
        {props.children}
        {props.problem && (
          <Typography role="alert" color="error">
            {props.problem}
          </Typography>
        )}
      </Box>
    </Box>
  );
}
