"use client";
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { PasswordLinkMade } from "@/app/api/people/[memberId]/password-link/route";
import type { InvitationMade } from "@/app/api/people/invitations/route";
import { sendJson, wordsOf } from "../shared/api";
import { ConfirmButton } from "../shared/ConfirmButton";
import { useNotice } from "../shared/Notice";
import { Page, Part } from "../shared/Page";
import { CODE_FONT } from "../shell/theme";

export interface Member {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: string;
  readonly shared: readonly string[];
}

interface Props {
  readonly office: string;
  readonly members: readonly Member[];
  readonly invitations: readonly {
    readonly id: string;
    readonly email: string;
    readonly role: string;
    readonly invitedBy: string;
    readonly expiresAt: string;
  }[];
  readonly planSets: readonly { readonly id: string; readonly name: string }[];
}

const PARTS = [
  ["coordinator", "coordinator: writes and publishes the standard"],
  ["project-lead", "project lead: sees everything, lays out sheets"],
  ["drafter", "drafter: inspects, mends, lays out, asks"],
  ["reader", "reader: sees the plan sets shared with them"],
] as const;

/** A link that is shown once: for a member, or for somebody who is invited. */
interface Link {
  readonly to: string | null;
  readonly address: string;
  readonly words: string;
}

function ShownLink({ link }: { link: Link }) {
  return (
    <Box role="status" sx={{ border: "1px dashed", borderColor: "secondary.main", p: 1.5, mt: 1.5 }}>
      <Typography variant="body2">{link.words}</Typography>
      <Typography sx={{ fontFamily: CODE_FONT, fontSize: 13, overflowWrap: "anywhere" }}>{link.address}</Typography>
    </Box>
  );
}

/** Who belongs to the office, as what; invitations by link. */
export function PeopleView({ office, members, invitations, planSets }: Props) {
  const router = useRouter();
  const notice = useNotice();
  const [email, setEmail] = useState("");
  const [role, setRole] = useState<string>("drafter");
  const [link, setLink] = useState<Link | null>(null);
  const newPassword = async ({ id, name }: Member): Promise<void> => {
    try {
      const { secret, hours } = await sendJson<PasswordLinkMade>("POST", `/api/people/${id}/password-link`);
      setLink({
        to: name,
        address: `${window.location.origin}/new-password#${secret}`,
        words: `Give ${name} this link to choose a new password. It works once, for ${hours} hours, and is shown only here:`,
      });
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  const change = async (method: "PATCH" | "DELETE", path: string, body: unknown = {}): Promise<void> => {
    try {
      await sendJson(method, path, body);
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  const invite = async (): Promise<void> => {
    try {
      const { secret, replaced } = await sendJson<InvitationMade>("POST", "/api/people/invitations", { email, role });
      const earlier = replaced > 0 ? ` The link made earlier for ${email} is no longer valid.` : "";
      setLink({
        to: null,
        address: `${window.location.origin}/invitation#${secret}`,
        words: `Send this link to ${email}. It works once, for 14 days, and is shown only here.${earlier}`,
      });
      setEmail("");
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <Page title="People" lead={office}>
      {members.map((member) => (
        <Box
          key={member.id}
          sx={{
            display: "grid",
            gridTemplateColumns: "220px 240px 1fr auto",
            gap: 2,
            alignItems: "center",
            py: 1,
            borderBottom: "1px solid",
            borderColor: "divider",
          }}
        >
          <Box sx={{ minWidth: 0 }}>
            <Typography variant="body1" noWrap>
              {member.name}
            </Typography>
            <Typography variant="caption" color="text.secondary" noWrap component="div">
              {member.email}
            </Typography>
          </Box>
          <TextField
            select
            label="Part"
            value={member.role}
            onChange={(event) => void change("PATCH", `/api/people/${member.id}`, { role: event.target.value })}
          >
            {PARTS.map(([value]) => (
              <MenuItem key={value} value={value}>
                {value.replace("-", " ")}
              </MenuItem>
            ))}
          </TextField>
          {member.role === "reader" ? (
            <Autocomplete
              multiple
              size="small"
              options={planSets.map((set) => set.id)}
              getOptionLabel={(id) => planSets.find((set) => set.id === id)?.name ?? id}
              value={[...member.shared]}
              onChange={(_event, next) => void change("PATCH", `/api/people/${member.id}`, { planSets: next })}
              renderInput={(params) => <TextField {...params} label="Sees these plan sets" />}
            />
          ) : (
            <span />
          )}
          <Box sx={{ display: "flex", gap: 1 }}>
            <ConfirmButton
              aria-label={`New password for ${member.name}`}
              question={`Has ${member.name} lost their password?`}
              consequence="You get a link with which they choose another. Nothing changes until they use it; then they are signed out everywhere, and their tokens stop working."
              verb="Make a link"
              onConfirm={() => void newPassword(member)}
            >
              New password
            </ConfirmButton>
            <ConfirmButton
              aria-label={`Take ${member.name} out`}
              question={`Take ${member.name} out of the office?`}
              consequence="They are signed out of it at once and their tokens stop working. What they did stays, under their name."
              verb="Take out"
              onConfirm={() => void change("DELETE", `/api/people/${member.id}`)}
            >
              Take out
            </ConfirmButton>
          </Box>
        </Box>
      ))}
      {link && link.to !== null && <ShownLink link={link} />}
      <Box sx={{ mt: 4, maxWidth: 760 }}>
        <Part title="Invite somebody">
          <Box
            component="form"
            onSubmit={(event) => {
              event.preventDefault();
              void invite();
            }}
            sx={{ display: "flex", gap: 1.5, pt: 1 }}
          >
            <TextField
              label="E-mail"
              type="email"
              value={email}
              onChange={(event) => setEmail(event.target.value)}
              sx={{ flex: 1 }}
            />
            <TextField
              select
              label="As"
              value={role}
              onChange={(event) => setRole(event.target.value)}
              sx={{ width: 330 }}
            >
              {PARTS.map(([value, words]) => (
                <MenuItem key={value} value={value}>
                  {words}
                </MenuItem>
              ))}
            </TextField>
            <Button type="submit" variant="contained" disabled={email === ""}>
              Make a link
            </Button>
          </Box>
          {link?.to === null && <ShownLink link={link} />}
          {invitations.map((invitation) => (
            <Box
              key={invitation.id}
              sx={{
                display: "flex",
                alignItems: "center",
                gap: 2,
                fontSize: 13,
                borderBottom: "1px solid",
                borderColor: "divider",
              }}
            >
              <Box sx={{ flex: 1 }}>
                {invitation.email}, as {invitation.role.replace("-", " ")}, by {invitation.invitedBy}
              </Box>
              <Typography variant="caption" color="text.secondary">
                until {new Date(invitation.expiresAt).toLocaleDateString("en-GB", { dateStyle: "medium" })}
              </Typography>
              <Button onClick={() => void change("DELETE", `/api/people/invitations/${invitation.id}`)}>
                Withdraw
              </Button>
            </Box>
          ))}
        </Part>
      </Box>
    </Page>
  );
}
