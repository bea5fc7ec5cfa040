"use client";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { LinkAnswer } from "@/app/api/new-password/route";
import { useLink } from "./link";
import { LinkForm } from "./LinkForm";

/** Somebody who has lost their password chooses another, by the secret of a link. */
export function ChoosePassword({ shortest }: { shortest: number }) {
  const { answer: person, problem, use } = useLink<LinkAnswer>("/api/new-password");
  const [password, setPassword] = useState("");
  return (
    <LinkForm
      title={person ? "Choose a new password" : "A new password"}
      problem={problem}
      onSubmit={() => use({ password })}
    >
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
    </LinkForm>
  );
}
