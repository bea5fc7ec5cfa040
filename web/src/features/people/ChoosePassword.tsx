"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import type { LinkAnswer } from "@/app/api/new-password/route";
import { sendJson, wordsOf } from "../shared/api";

/** Somebody who has lost their password chooses another, by the secret of a link, which never reaches a server's log. */
export function ChoosePassword({ shortest }: { shortest: number }) {
  const [secret, setSecret] = useState("");
  const [person, setPerson] = useState<LinkAnswer | null>(null);
  const [password, setPassword] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    const written = window.location.hash.slice(1);
    setSecret(written);
    sendJson<LinkAnswer>("PUT", "/api/new-password", { secret: written })
      .then(setPerson)
      .catch((error: unknown) => setProblem(wordsOf(error)));
  }, []);
  const choose = async (): Promise<void> => {
    setProblem(null);
    try {
      await sendJson("POST", "/api/new-password", { secret, password });
      window.location.assign("/today");
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <Box component="main" sx={{ minHeight: "100dvh", display: "grid", placeItems: "center" }}>
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          void choose();
        }}
        sx={{ width: 400, display: "flex", flexDirection: "column", gap: 1.5 }}
      >
        <Typography variant="h1">{person ? "Choose a new password" : "A new password"}</Typography>
        {person && (
          <>
            <Typography variant="body2">
              For {person.name}, {person.email}. You are signed out everywhere else, and your tokens stop working.
            </Typography>
            <TextField
              label="New password"
              type="password"
              autoComplete="new-password"
              autoFocus
              helperText={`At least ${shortest} characters; a few words do well.`}
              value={password}
              onChange={(event) => setPassword(event.target.value)}
            />
            <Button type="submit" variant="contained" disabled={password.length < shortest}>
              Set the password and come in
            </Button>
          </>
        )}
        {problem && (
          <Typography role="alert" color="error">
            {problem}
          </Typography>
        )}
      </Box>
    </Box>
  );
}
