"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import dynamic from "next/dynamic";
import { useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import {
  blankEntry,
  entriesOf,
  keyOf,
  LISTS,
  orderedEntry,
  remarks,
  usesOf,
  type Entry,
  type ListName,
} from "@hemstitch/core/standard/plain";
import { Alive } from "../shared/Alive";
import { Fenced } from "../shared/Fenced";
import { CODE_FONT } from "../shell/theme";
import { useDraft } from "./draft";
import { EntryFields } from "./EntryFields";
import { EntrySpecimen } from "./EntrySpecimen";
import { StaysInSight } from "./StaysInSight";
import { keepUnstored, unstoredAt, useUnstored, withChange, withChanges, type Place } from "./unstored";

const RequestDialog = dynamic(() => import("../requests/RequestDialog"), { ssr: false });

interface Props {
  readonly list: ListName;
  /** Key of the entry; null while a new one is written. */
  readonly chosen: string | null;
  readonly adding: boolean;
  readonly onChoose: (key: string | null) => void;
  /** Further things about the entry, given the entry as it is being written. */
  readonly more?: ((entry: Entry, set: (path: string, value: unknown) => void) => ReactNode) | undefined;
}

/** Lists whose further things are tables to look up, which go below the fields. */
const TO_LOOK_UP: ReadonlySet<ListName> = new Set(["textStyles", "hatches"]);

const sameEntry = (list: ListName, one: Entry, other: Entry): boolean =>
  JSON.stringify(orderedEntry(list, one)) === JSON.stringify(orderedEntry(list, other));

/** One entry: its specimen, which redraws as one types, its properties, where it is used, and what is odd about it. */
export function EntryPanel({ list, chosen, adding, onChoose, more }: Props) {
  const { officeId, standard, mayEdit, saving, edit } = useDraft();
  const kept = useMemo(
    () =>
      adding ? blankEntry(standard, list) : entriesOf(standard, list).find((entry) => keyOf(list, entry) === chosen),
    [standard, list, chosen, adding],
  );
  const [asking, setAsking] = useState(false);
  const place = useMemo<Place>(
    () => ({ officeId, list, key: adding ? null : chosen }),
    [officeId, list, chosen, adding],
  );
  const changes = useUnstored(place);
  const entry = useMemo(() => (kept && changes ? withChanges(kept, changes) : kept), [kept, changes]);
  const set = useCallback(
    (path: string, value: unknown) => keepUnstored(place, withChange(unstoredAt(place), path, value)),
    [place],
  );
  const nothing = changes !== null && kept !== undefined && entry !== undefined && sameEntry(list, kept, entry);
  // Typed back as it was, or stored in another way: by a choice between two people's changes, by making it again.
  // What is being stored is shown at once, and may still be refused.
  useEffect(() => {
    if (nothing && !saving) keepUnstored(place, null);
  }, [nothing, saving, place]);
  if (!entry)
    return (
      <Typography color="text.secondary">
        {entriesOf(standard, list).length > 0 &&
          `Choose ${/^[aeiou]/.test(LISTS[list].one) ? "an" : "a"} ${LISTS[list].one}.`}
      </Typography>
    );
  const changed = adding || (changes !== null && !nothing);
  const store = async (): Promise<void> => {
    const next = orderedEntry(list, entry);
    const stored = await edit({
      of: "list",
      list,
      edits: [adding ? { key: null, entry: next, at: 0 } : { key: chosen, entry: next }],
    });
    if (!stored) return;
    asItWas();
    onChoose(keyOf(list, next));
  };
  const asItWas = (): void => keepUnstored(place, null);
  const cancel = (): void => {
    asItWas();
    onChoose(null);
  };
  const remove = async (): Promise<void> => {
    if (!(await edit({ of: "list", list, edits: [{ key: chosen, entry: null }] }))) return;
    cancel();
  };
  return (
    <Alive>
      <Box
        component="form"
        aria-label={LISTS[list].one}
        onSubmit={(event) => {
          event.preventDefault();
          void store();
        }}
      >
        <Typography
          variant="h2"
          sx={{
            fontFamily: list === "layers" || list === "codes" ? CODE_FONT : undefined,
            mb: 1,
            overflowWrap: "anywhere",
          }}
        >
          {keyOf(list, entry) || `New ${LISTS[list].one}`}
        </Typography>
        <StaysInSight>
          <Fenced what="The specimen">
            <EntrySpecimen list={list} entry={entry} standard={standard} />
          </Fenced>
        </StaysInSight>
        {!TO_LOOK_UP.has(list) && more?.(entry, set)}
        <Box sx={{ mt: 1 }}>
          <EntryFields list={list} entry={entry} onChange={set} standard={standard} disabled={!mayEdit} />
        </Box>
        {TO_LOOK_UP.has(list) && <Box sx={{ mt: 2 }}>{more?.(entry, set)}</Box>}
        <Box
          sx={{
            display: "flex",
            gap: 1,
            my: 1.5,
            position: "sticky",
            zIndex: 3,
            // The panel's own padding below it would show what is scrolled past.
            bottom: -16,
            bgcolor: "background.default",
            py: 1,
          }}
        >
          {mayEdit ? (
            <>
              <Button type="submit" variant="contained" disabled={!changed}>
                {adding ? `Add ${LISTS[list].one}` : "Store"}
              </Button>
              <Button disabled={!changed} onClick={adding ? cancel : asItWas}>
                {adding ? "Cancel" : "As it was"}
              </Button>
              <Box sx={{ flex: 1 }} />
              {!adding && <Button onClick={() => void remove()}>Remove</Button>}
            </>
          ) : (
            <Button variant="outlined" onClick={() => setAsking(true)}>
              Ask for a change
            </Button>
          )}
        </Box>
        {!adding && chosen !== null && <About list={list} chosen={chosen} />}
        {asking && <RequestDialog list={list} entry={entry} isNew={false} onClose={() => setAsking(false)} />}
      </Box>
    </Alive>
  );
}

/** Where the entry is used, and what the standard's checks say of it. */
function About({ list, chosen }: { list: ListName; chosen: string }) {
  const { standard } = useDraft();
  const uses = useMemo(() => usesOf(standard, list, chosen), [standard, list, chosen]);
  const odd = useMemo(
    () => remarks(standard).filter((remark) => remark.list === list && remark.key === chosen),
    [standard, list, chosen],
  );
  const byList = new Map<ListName, string[]>();
  for (const use of uses) byList.set(use.list, [...(byList.get(use.list) ?? []), use.key]);
  return (
    <Box sx={{ fontSize: 13, borderTop: "1px dashed", borderColor: "divider", pt: 1 }}>
      <Typography variant="h3">Used by</Typography>
      {uses.length === 0 && (
        <Typography variant="body2" color="text.secondary">
          Nothing else in the standard names it.
        </Typography>
      )}
      {[...byList].map(([from, keys]) => (
        <Typography key={from} variant="body2" sx={{ overflowWrap: "anywhere" }}>
          {keys.length.toLocaleString("en")} {keys.length === 1 ? LISTS[from].one : LISTS[from].many.toLowerCase()}:{" "}
          {keys.slice(0, 12).join(", ")}
          {keys.length > 12 ? " …" : ""}
        </Typography>
      ))}
      {list === "layers" && <ShownIn layer={chosen} />}
      {odd.map((remark) => (
        <Typography key={remark.code} variant="body2" sx={{ color: "mend.main", mt: 0.5 }}>
          {remark.message}
        </Typography>
      ))}
    </Box>
  );
}

const STATES = [
  ["drawn", "Drawn in"],
  ["needed", "Needed in"],
  ["faint", "Faint in"],
  ["left-out", "Left out of"],
  [undefined, "Undecided in"],
] as const;

/** What the showing chart says of a layer. */
function ShownIn({ layer }: { layer: string }) {
  const { standard } = useDraft();
  return STATES.map(([state, words]) => {
    const kinds = standard.kinds.filter((kind) => standard.showing[layer]?.[kind.id] === state);
    if (kinds.length === 0) return null;
    return (
      <Typography key={words} variant="body2" sx={state === undefined ? { color: "mend.main" } : {}}>
        {words}: {kinds.map((kind) => kind.title || kind.id).join(", ")}
      </Typography>
    );
  });
}
