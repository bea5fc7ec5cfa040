"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { InvitationAnswer } from "@/app/api/invitation/route";
import { useEffect, useState } from "react";
import { sendJson, wordsOf } from "../shared/api";

/** An invitation is taken up by the secret in its link, which never reaches a server's log. */
export function TakeInvitation({ shortest }: { shortest: number }) {
  const [secret, setSecret] = useState("");
  const [invitation, setInvitation] = useState<InvitationAnswer | null>(null);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    const written = window.location.hash.slice(1);
    setSecret(written);
    sendJson<InvitationAnswer>("PUT", "/api/invitation", { secret: written })
      .then(setInvitation)
      .catch((error: unknown) => setProblem(wordsOf(error)));
  }, []);
  const take = async (): Promise<void> => {
    setProblem(null);
    try {
      await sendJson("POST", "/api/invitation", { secret, password, ...(name ? { name } : {}) });
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
          void take();
        }}
        sx={{ width: 400, display: "flex", flexDirection: "column", gap: 1.5 }}
      >
        <Typography variant="h1">{invitation ? `Come in to ${invitation.office}` : "An invitation"}</Typography>
        {invitation && (
          <>
            <Typography variant="body2">
              {invitation.invitedBy} invited {invitation.email} as {invitation.role.replace("-", " ")}.
            </Typography>
            {!invitation.known && (
              <TextField
                label="Your name"
                autoComplete="name"
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
            )}
            <TextField
              label={invitation.known ? "Your password" : "Choose a password"}
              type="password"
              autoComplete={invitation.known ? "current-password" : "new-password"}
              helperText={
                invitation.known
                  ? "You have been here before."
                  : `At least ${shortest} characters; a few words do well.`
              }
              value={password}
              onChange={(event) => setPassword(event.target.value)}
            />
            <Button
              type="submit"
              variant="contained"
              disabled={password.length < shortest || (!invitation.known && name.trim() === "")}
            >
              Come in
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
