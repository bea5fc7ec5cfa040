"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useRouter } from "next/navigation";
import { useEffect, useState, useTransition } from "react";
import {
  blankEntry,
  entriesOf,
  keyOf,
  LIST_NAMES,
  LISTS,
  mergeEntry,
  type Entry,
  type ListName,
  type OfficeStandard,
} from "@hemstitch/core/standard/plain";
import { sendJson, wordsOf } from "../shared/api";
import { useNotice } from "../shared/Notice";
import { useKept } from "../shared/use-kept";
import { Fenced } from "../shared/Fenced";
import { Empty } from "../shared/Empty";
import { Page } from "../shared/Page";
import { useDraft } from "../standard/draft";
import { ComparedEntries, differing } from "../standard/ComparedEntries";
import { EntryFields, withValue } from "../standard/EntryFields";
import { EntrySpecimen } from "../standard/EntrySpecimen";
import RequestDialog from "./RequestDialog";

export interface RequestItem {
  readonly id: string;
  readonly askedBy: string;
  readonly own: boolean;
  readonly list: ListName;
  readonly entryKey: string;
  readonly sample: Entry;
  /** The entry as it stood when it was asked for. */
  readonly was: Entry | null;
  readonly reason: string;
  readonly finding: string | null;
  readonly state: "open" | "accepted" | "amended" | "declined";
  readonly answer: string;
  readonly decidedBy: string | null;
  readonly decidedAt: string | null;
  readonly seen: boolean;
  readonly madeAt: string;
}

const day = (iso: string): string => new Date(iso).toLocaleDateString("en-GB", { dateStyle: "medium" });

/** What people asked for, what was decided and why. */
export function RequestsView({
  requests,
  mayDecide,
  chosen,
}: {
  requests: readonly RequestItem[];
  mayDecide: boolean;
  chosen: string | null;
}) {
  const [open, setOpen] = useState<string | null>(
    chosen ?? requests.find((request) => request.state === "open")?.id ?? requests[0]?.id ?? null,
  );
  const [asking, setAsking] = useState(false);
  const [refresh, refreshing] = useRefresh();
  useAddressOf(open, refreshing);
  const waiting = requests.filter((request) => request.state === "open").length;
  const current = requests.find((request) => request.id === open);
  return (
    <Page
      title="Requests"
      lead={waiting === 0 ? "Nothing is open" : `${waiting} open`}
      actions={
        <Button variant={mayDecide ? "outlined" : "contained"} onClick={() => setAsking(true)}>
          Ask for something
        </Button>
      }
    >
      <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 2fr) minmax(0, 3fr)", gap: 4 }}>
        <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
          {requests.length === 0 && (
            <Empty>
              Who draws asks here for what the standard does not have: a layer, a pen, another height of text. The
              coordinator takes it in or says why not, and both can be read here afterwards. Nobody has asked for
              anything yet; ask above, from a register, or from a finding.
            </Empty>
          )}
          {requests.map((request) => (
            <Box component="li" key={request.id}>
              <Box
                component="button"
                type="button"
                aria-pressed={request.id === open}
                onClick={() => setOpen(request.id)}
                sx={{
                  all: "unset",
                  boxSizing: "border-box",
                  cursor: "pointer",
                  width: "100%",
                  py: 1,
                  px: 1,
                  borderBottom: "1px solid",
                  borderColor: "divider",
                  "&[aria-pressed=true]": {
                    bgcolor: "background.paper",
                    boxShadow: "inset 3px 0 0 var(--mui-palette-secondary-main)",
                  },
                  "&:focus-visible": { outline: "2px solid var(--mui-palette-secondary-main)" },
                }}
              >
                <Typography
                  variant="body1"
                  sx={{ fontWeight: request.state === "open" ? 600 : 400, overflowWrap: "anywhere" }}
                >
                  {subject(request)}
                </Typography>
                <Typography variant="caption" color="text.secondary">
                  {request.own ? "you" : request.askedBy}, {day(request.madeAt)} · {request.state}
                  {request.own && request.state !== "open" && !request.seen ? " · new answer" : ""}
                </Typography>
              </Box>
            </Box>
          ))}
        </Box>
        {current && <OneRequest key={current.id} request={current} mayDecide={mayDecide} refresh={refresh} />}
      </Box>
      {asking && <AskForNew onClose={() => setAsking(false)} />}
    </Page>
  );
}

/** Asks the server for the page anew, and whether that still lasts. */
function useRefresh(): readonly [refresh: () => void, refreshing: boolean] {
  const router = useRouter();
  const [refreshing, start] = useTransition();
  return [() => start(() => router.refresh()), refreshing];
}

/**
 * Writes the chosen request into the address. Not while the page is asked for anew: the answer would belong to another
 * address, the router would load the whole page again, and with it would go what somebody has begun to write.
 */
function useAddressOf(open: string | null, refreshing: boolean): void {
  const [first] = useState(open);
  useEffect(() => {
    if (refreshing || open === null) return;
    const address = `/requests?request=${open}`;
    const now = window.location.pathname + window.location.search;
    if (now !== address && (open !== first || now !== "/requests")) window.history.replaceState(null, "", address);
  }, [open, first, refreshing]);
}

const subject = (request: RequestItem): string =>
  request.entryKey === ""
    ? `New ${LISTS[request.list].one} ${keyOf(request.list, request.sample)}`
    : `${LISTS[request.list].one.charAt(0).toUpperCase()}${LISTS[request.list].one.slice(1)} ${request.entryKey}`;

interface OneProps {
  readonly request: RequestItem;
  readonly refresh: () => void;
}

function OneRequest({ request, mayDecide, refresh }: OneProps & { mayDecide: boolean }) {
  const { standard } = useDraft();
  const now =
    request.entryKey === ""
      ? undefined
      : entriesOf(standard, request.list).find((entry) => keyOf(request.list, entry) === request.entryKey);
  return (
    <Box>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {subject(request)}
      </Typography>
      <Typography variant="body1" sx={{ whiteSpace: "pre-wrap", overflowWrap: "anywhere", mb: 1 }}>
        {request.reason}
      </Typography>
      {request.finding && (
        <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
          From the finding: {request.finding}
        </Typography>
      )}
      <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 4, alignItems: "flex-start" }}>
        <Box>
          <Fenced what="The specimen">
            <EntrySpecimen list={request.list} entry={request.sample} standard={standard} />
          </Fenced>
        </Box>
        <Fenced what="What is asked for">
          <Wish request={request} now={now} />
        </Fenced>
      </Box>
      {request.state === "open" ? (
        mayDecide ? (
          <Decide request={request} now={now} standard={standard} refresh={refresh} />
        ) : (
          <Typography variant="body2" color="text.secondary" sx={{ mt: 2 }}>
            The coordinator has not decided yet.
          </Typography>
        )
      ) : (
        <Answer request={request} refresh={refresh} />
      )}
    </Box>
  );
}

/** What is wanted: of a change, what the asker changed, beside what the draft says now. */
function Wish({ request, now }: { request: RequestItem; now: Entry | undefined }) {
  const properties = differing(request.list, request.sample, request.was ?? now);
  if (properties.length === 0) return <Typography variant="body2">The standard says this already.</Typography>;
  return (
    <ComparedEntries
      properties={properties}
      columns={[...(now ? [{ title: "Now", entry: now }] : []), { title: "Wanted", entry: request.sample }]}
    />
  );
}

/** The wish on top of what others have changed since; as asked where both changed the same. */
function onNow(request: RequestItem, now: Entry | undefined): Entry {
  if (!now || !request.was) return request.sample;
  const merged = mergeEntry(request.was, now, request.sample);
  return merged.kind === "merged" ? merged.entry : request.sample;
}

function Decide({
  request,
  now,
  standard,
  refresh,
}: OneProps & {
  now: Entry | undefined;
  standard: OfficeStandard;
}) {
  const notice = useNotice();
  const [answer, setAnswer, forgetAnswer] = useKept(`answer ${request.id}`, () => "");
  const [amending, setAmending, forgetAmending] = useKept(`amending ${request.id}`, () => false);
  const [entry, setEntry, forgetEntry] = useKept<Entry>(`amended ${request.id}`, () => onNow(request, now));
  const [problem, setProblem] = useState<string | null>(null);
  const decide = async (state: "accepted" | "amended" | "declined"): Promise<void> => {
    try {
      await sendJson("PATCH", `/api/requests/${request.id}`, {
        state,
        answer,
        ...(state === "amended" ? { entry, ...(now ? { was: now } : {}) } : {}),
      });
      for (const forget of [forgetAnswer, forgetAmending, forgetEntry]) forget();
      notice(state === "declined" ? "Declined; the asker is told." : "It is in the draft now; the asker is told.");
      refresh();
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <Box sx={{ mt: 2 }}>
      <TextField
        label="Answer to the asker"
        multiline
        minRows={2}
        fullWidth
        value={answer}
        onChange={(event) => setAnswer(() => event.target.value)}
      />
      {amending && (
        <Box sx={{ mt: 1.5 }}>
          <EntryFields
            list={request.list}
            entry={entry}
            onChange={(path, value) => setEntry((was) => withValue(was, path, value))}
            standard={standard}
          />
        </Box>
      )}
      {problem && (
        <Typography role="alert" color="error" variant="body2" sx={{ mt: 1 }}>
          {problem}
        </Typography>
      )}
      <Box sx={{ display: "flex", gap: 1, mt: 1.5 }}>
        {amending ? (
          <Button variant="contained" onClick={() => void decide("amended")}>
            Accept as amended
          </Button>
        ) : (
          <>
            <Button variant="contained" onClick={() => void decide("accepted")}>
              Accept
            </Button>
            <Button
              variant="outlined"
              onClick={() => {
                // On top of what the draft says when one begins.
                setEntry(() => onNow(request, now));
                setAmending(() => true);
              }}
            >
              Amend
            </Button>
          </>
        )}
        <Button disabled={answer.trim() === ""} onClick={() => void decide("declined")}>
          Decline
        </Button>
        {amending && <Button onClick={() => setAmending(() => false)}>Back</Button>}
      </Box>
    </Box>
  );
}

function Answer({ request, refresh }: OneProps) {
  const notice = useNotice();
  return (
    <Box sx={{ mt: 2, borderTop: "1px dashed", borderColor: "divider", pt: 1 }}>
      <Typography variant="body1">
        {request.state.charAt(0).toUpperCase() + request.state.slice(1)} by {request.decidedBy}
        {request.decidedAt ? `, ${day(request.decidedAt)}` : ""}
      </Typography>
      <Typography variant="body2" sx={{ whiteSpace: "pre-wrap" }}>
        {request.answer}
      </Typography>
      {request.own && !request.seen && (
        <Button
          sx={{ mt: 1 }}
          onClick={() =>
            void sendJson("POST", `/api/requests/${request.id}/seen`)
              .then(refresh)
              .catch((error: unknown) => notice(wordsOf(error), "error"))
          }
        >
          I have seen this
        </Button>
      )}
    </Box>
  );
}

/** First what is missing, then how it should be and why. */
function AskForNew({ onClose }: { onClose: () => void }) {
  const { standard } = useDraft();
  const [list, setList] = useState<ListName | null>(null);
  if (list) return <RequestDialog list={list} entry={blankEntry(standard, list)} isNew onClose={onClose} />;
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="ask-title">
      <DialogTitle id="ask-title">Ask for something new</DialogTitle>
      <DialogContent>
        <TextField
          select
          fullWidth
          label="What is missing?"
          value=""
          onChange={(event) => setList(event.target.value as ListName)}
          sx={{ mt: 1 }}
        >
          {LIST_NAMES.map((name) => (
            <MenuItem key={name} value={name}>
              {LISTS[name].one}
            </MenuItem>
          ))}
        </TextField>
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1.5 }}>
          To change something that is there, open its entry in the standard and ask from there.
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
      </DialogActions>
    </Dialog>
  );
}
