"use client";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { InvitationAnswer } from "@/app/api/invitation/route";
import { useLink } from "./link";
import { LinkForm } from "./LinkForm";

/** An invitation is taken up by the secret in its link. */
export function TakeInvitation({ shortest }: { shortest: number }) {
  const { answer: invitation, problem, use } = useLink<InvitationAnswer>("/api/invitation");
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  return (
    <LinkForm
      title={invitation ? `Come in to ${invitation.office}` : "An invitation"}
      problem={problem}
      onSubmit={() => use({ password, ...(name ? { name } : {}) })}
    >
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
              invitation.known ? "You have been here before." : `At least ${shortest} characters; a few words do well.`
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
    </LinkForm>
  );
}
