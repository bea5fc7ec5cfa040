"use client";
import Box from "@mui/material/Box";
import { useEffect, useState } from "react";
import type { WaitingAnswer } from "@/app/api/waiting/route";
import { useLongAsked } from "../shared/long-asked";

const LOOK_MS = 1000;

/** Tells who waits for an answer how much is done before, as long as it waits for its turn. */
export function InLine() {
  const waits = useLongAsked();
  const [before, setBefore] = useState<number | null>(null);
  useEffect(() => {
    if (!waits) return;
    let over = false;
    // What is answered after the wait has ended says nothing any more.
    const tell = (said: number | null): void => {
      if (!over) setBefore(said);
    };
    const look = (): void =>
      void fetch("/api/waiting")
        .then((response) => response.json() as Promise<WaitingAnswer>)
        .then((said) => tell(said.before ?? null))
        // The request itself says where the server can't be reached.
        .catch(() => tell(null));
    look();
    const timer = setInterval(look, LOOK_MS);
    return () => {
      over = true;
      clearInterval(timer);
      setBefore(null);
    };
  }, [waits]);
  return (
    <Box role="status" sx={{ position: "fixed", bottom: 24, left: 108, zIndex: "snackbar" }}>
      {before !== null && (
        <Box
          sx={{
            px: 2,
            py: 1,
            fontSize: 14,
            bgcolor: "background.paper",
            border: "1px solid",
            borderLeft: "4px solid",
            borderColor: "secondary.main",
            borderRadius: 1,
          }}
        >
          The server is busy. {inWords(before)}
        </Box>
      )}
    </Box>
  );
}

const inWords = (before: number): string => {
  if (before === 0) return "What you asked for is next.";
  const others = before === 1 ? "1 piece of work comes" : `${before.toLocaleString("en")} pieces of work come`;
  return `${others} before yours.`;
};
