"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { TokenMade } from "@/app/api/account/tokens/route";
import { sendJson, wordsOf } from "../shared/api";
import { useNotice } from "../shared/Notice";
import { forgetKept } from "../shared/use-kept";
import { Page, Part } from "../shared/Page";
import { CODE_FONT } from "../shell/theme";

interface Props {
  readonly name: string;
  readonly email: string;
  readonly part: string;
  readonly office: { readonly id: string; readonly name: string };
  readonly offices: readonly { readonly id: string; readonly name: string }[];
  readonly tokens: readonly {
    readonly id: string;
    readonly name: string;
    /** The most that it may do, as a person's part is called. */
    readonly part: string;
    readonly madeAt: string;
    readonly lastUsedAt: string | null;
    readonly expiresAt: string;
  }[];
  /** The parts that a token of theirs may have, the least first. */
  readonly parts: readonly { readonly role: string; readonly words: string }[];
  readonly shortest: number;
  readonly address: string;
  readonly seesPeople: boolean;
}

const day = (iso: string): string => new Date(iso).toLocaleDateString("en-GB", { dateStyle: "medium" });

/** One's own sign-in: password, sessions, offices, tokens for the command line. */
export function AccountView({
  name,
  email,
  part,
  office,
  offices,
  tokens,
  parts,
  shortest,
  address,
  seesPeople,
}: Props) {
  const notice = useNotice();
  const leave = async (method: "POST" | "DELETE", path: string): Promise<void> => {
    try {
      await sendJson(method, path);
      forgetKept();
      window.location.assign("/sign-in");
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  const choose = async (officeId: string): Promise<void> => {
    await sendJson("POST", "/api/account/office", { officeId }).catch((error: unknown) =>
      notice(wordsOf(error), "error"),
    );
    window.location.assign("/today");
  };
  return (
    <Page
      title={name}
      lead={`${email} · ${part} of ${office.name}`}
      actions={
        <>
          {seesPeople && (
            <Button component={Link} href="/people">
              People of the office
            </Button>
          )}
          <Button onClick={() => void leave("POST", "/api/account/sign-out-everywhere")}>Sign out everywhere</Button>
          <Button variant="outlined" onClick={() => void leave("DELETE", "/api/session")}>
            Sign out
          </Button>
        </>
      }
    >
      <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) minmax(0, 1fr)", gap: 5 }}>
        <Box>
          {offices.length > 1 && (
            <Part title="Office">
              <TextField
                select
                fullWidth
                label="Working in"
                value={office.id}
                onChange={(event) => void choose(event.target.value)}
              >
                {offices.map((each) => (
                  <MenuItem key={each.id} value={each.id}>
                    {each.name}
                  </MenuItem>
                ))}
              </TextField>
            </Part>
          )}
          <Part title="Password">
            <Password shortest={shortest} />
          </Part>
        </Box>
        <Part title="Tokens for the command line">
          <Tokens tokens={tokens} parts={parts} address={address} />
        </Part>
      </Box>
    </Page>
  );
}

function Password({ shortest }: { shortest: number }) {
  const notice = useNotice();
  const [current, setCurrent] = useState("");
  const [fresh, setFresh] = useState("");
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const change = async (): Promise<void> => {
    setProblem(null);
    try {
      await sendJson("POST", "/api/account/password", { current, fresh });
      setCurrent("");
      setFresh("");
      notice("Your password is changed. Other sessions and all tokens have ended.");
      router.refresh();
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void change();
      }}
      sx={{ display: "flex", flexDirection: "column", gap: 1.5, pt: 1 }}
    >
      <TextField
        label="Present password"
        type="password"
        autoComplete="current-password"
        value={current}
        onChange={(event) => setCurrent(event.target.value)}
      />
      <TextField
        label="New password"
        type="password"
        autoComplete="new-password"
        helperText={`At least ${shortest} characters`}
        value={fresh}
        onChange={(event) => setFresh(event.target.value)}
      />
      {problem && (
        <Typography role="alert" variant="body2" color="error">
          {problem}
        </Typography>
      )}
      <Box>
        <Button type="submit" variant="contained" disabled={current === "" || fresh.length < shortest}>
          Change password
        </Button>
      </Box>
    </Box>
  );
}

function Tokens({ tokens, parts, address }: Pick<Props, "tokens" | "parts" | "address">) {
  const router = useRouter();
  const notice = useNotice();
  const [name, setName] = useState("");
  const [days, setDays] = useState(90);
  // What the command line needs, and no more, unless somebody asks for more.
  const [may, setMay] = useState(parts[Math.min(1, parts.length - 1)]?.role ?? "");
  const [made, setMade] = useState<string | null>(null);
  const make = async (): Promise<void> => {
    try {
      setMade((await sendJson<TokenMade>("POST", "/api/account/tokens", { name, days, role: may })).token);
      setName("");
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  const remove = async (id: string): Promise<void> => {
    await sendJson("DELETE", `/api/account/tokens/${id}`).catch((error: unknown) => notice(wordsOf(error), "error"));
    router.refresh();
  };
  return (
    <>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        With a token the command line judges by the edition in force:{" "}
        <code>HEMSTITCH_TOKEN=… hemstitch inspect plan.pdf --standard {address}</code>
      </Typography>
      {made && (
        <Box role="status" sx={{ border: "1px dashed", borderColor: "secondary.main", p: 1.5, mb: 1.5 }}>
          <Typography variant="body2">This is shown once. Copy it now:</Typography>
          <Typography sx={{ fontFamily: CODE_FONT, fontSize: 13, overflowWrap: "anywhere" }}>{made}</Typography>
        </Box>
      )}
      {tokens.map((token) => (
        <Box
          key={token.id}
          sx={{
            display: "flex",
            alignItems: "center",
            gap: 1,
            borderBottom: "1px solid",
            borderColor: "divider",
            fontSize: 13,
          }}
        >
          <Box sx={{ flex: 1 }}>
            {token.name}
            <Typography variant="caption" color="text.secondary" component="div">
              may do what a {token.part} may; {token.lastUsedAt ? `last used ${day(token.lastUsedAt)}` : "never used"},
              runs out {day(token.expiresAt)}
            </Typography>
          </Box>
          <Button onClick={() => void remove(token.id)}>Remove</Button>
        </Box>
      ))}
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
        sx={{ display: "flex", flexWrap: "wrap", gap: 1, mt: 1.5 }}
      >
        <TextField
          label="What it is for"
          value={name}
          onChange={(event) => setName(event.target.value)}
          sx={{ flex: 1 }}
        />
        <TextField select label="May do" value={may} onChange={(event) => setMay(event.target.value)}>
          {parts.map(({ role, words }) => (
            <MenuItem key={role} value={role}>
              what a {words} may
            </MenuItem>
          ))}
        </TextField>
        <TextField select label="For" value={days} onChange={(event) => setDays(Number(event.target.value))}>
          {[7, 30, 90, 365].map((each) => (
            <MenuItem key={each} value={each}>
              {each} days
            </MenuItem>
          ))}
        </TextField>
        <Button type="submit" variant="outlined" disabled={name.trim() === ""}>
          Make a token
        </Button>
      </Box>
    </>
  );
}
