"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { sendJson, wordsOf } from "../shared/api";
import type { SignedIn } from "@/app/api/session/route";
import { sayOnNextPage } from "../shared/Notice";
import { Mark } from "../shell/icons";

export interface DemoPerson {
  readonly name: string;
  readonly part: string;
  readonly email: string;
  readonly password: string;
}

const failedWords = (count: number): string =>
  `${count === 1 ? "One sign-in" : `${count} sign-ins`} with your account failed since you were last here. If that was not you, change your password.`;

/** The way in. In the demo office, and only there, it says who there is. */
export function SignIn({ demo }: { demo: readonly DemoPerson[] }) {
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const enter = async (as: { email: string; password: string }): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      const { failedBefore } = await sendJson<SignedIn>("POST", "/api/session", {
        email: as.email,
        password: as.password,
      });
      if (failedBefore > 0) sayOnNextPage(failedWords(failedBefore), "error");
      window.location.assign("/today");
    } catch (error) {
      setProblem(wordsOf(error));
      setBusy(false);
    }
  };
  return (
    <Box component="main" sx={{ minHeight: "100dvh", display: "grid", placeItems: "center" }}>
      <Box sx={{ width: 380 }}>
        <Box sx={{ display: "flex", alignItems: "center", gap: 1.5, mb: 3, color: "primary.main" }}>
          <Mark />
          <Typography variant="h1" sx={{ color: "text.primary" }}>
            Hemstitch
          </Typography>
        </Box>
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            void enter({ email, password });
          }}
          sx={{ display: "flex", flexDirection: "column", gap: 1.5 }}
        >
          <TextField
            label="E-mail"
            type="email"
            autoComplete="username"
            autoFocus
            value={email}
            onChange={(event) => setEmail(event.target.value)}
          />
          <TextField
            label="Password"
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
          {problem && (
            <Typography role="alert" variant="body2" color="error">
              {problem}
            </Typography>
          )}
          <Button type="submit" variant="contained" disabled={busy || email === "" || password === ""} sx={{ py: 1 }}>
            Sign in
          </Button>
        </Box>
        {demo.length > 0 && (
          <Box sx={{ mt: 4, borderTop: "1px dashed", borderColor: "divider", pt: 2 }}>
            <Typography variant="body2" sx={{ mb: 1 }}>
              This is the demo office. Come in as:
            </Typography>
            {demo.map((person) => (
              <Button
                key={person.email}
                fullWidth
                disabled={busy}
                onClick={() => void enter(person)}
                sx={{ justifyContent: "space-between" }}
              >
                <span>{person.name}</span>
                <Typography component="span" variant="body2" color="text.secondary">
                  {person.part}
                </Typography>
              </Button>
            ))}
          </Box>
        )}
      </Box>
    </Box>
  );
}
