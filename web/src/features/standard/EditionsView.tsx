"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";
import type { EffectState } from "@/server/queries/effects";
import { undecidedIn, type Difference } from "@hemstitch/core/standard/plain";
import { JudgeAgain } from "../inspection/JudgeAgain";
import { useAddressQuery } from "../shared/address-query";
import { OneOf } from "../shared/OneOf";
import { ChangeList } from "./editions/ChangeList";
import { Compare } from "./editions/Compare";
import { EditionList, type EditionRow } from "./editions/EditionList";
import { Effect, useEffects } from "./editions/Effect";
import { Log } from "./editions/Log";
import { PublishDialog } from "./editions/PublishDialog";
import { useDraft } from "./draft";

interface Props {
  readonly editions: readonly EditionRow[];
  /** What the draft changes from the edition in force. */
  readonly changes: readonly Difference[];
  readonly effect: EffectState | null;
  readonly people: readonly string[];
  /** Drawings that were judged by an edition that is no longer in force. */
  readonly behind: number;
}

const VIEWS = [
  ["draft", "What the draft changes"],
  ["editions", "Editions"],
  ["compare", "Compare"],
  ["log", "Log"],
] as const;
type View = (typeof VIEWS)[number][0];

/** The draft against what is in force, what it would do, the editions, and who changed what. */
export function EditionsView({ editions, changes, effect, people, behind }: Props) {
  const { mayEdit, version, standard } = useDraft();
  const [query, writeQuery] = useAddressQuery();
  const view = new URLSearchParams(query).get("view");
  const open: View = VIEWS.find(([id]) => id === view)?.[0] ?? "draft";
  const [publishing, setPublishing] = useState(false);
  const effects = useEffects(effect);
  const inForce = editions[0];
  const show = (next: View): void => writeQuery(`view=${next}`);
  return (
    <Box sx={{ height: "100%", display: "flex", flexDirection: "column", minHeight: 0 }}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 2, mb: 1.5 }}>
        <OneOf label="Parts of editions" options={VIEWS} value={open} onChange={show} />
        <Box sx={{ flex: 1 }} />
        {mayEdit && (
          <Button
            variant="contained"
            disabled={inForce !== undefined && changes.length === 0}
            onClick={() => setPublishing(true)}
          >
            Publish edition {(inForce?.number ?? 0) + 1}
          </Button>
        )}
      </Box>
      <Box sx={{ flex: 1, minHeight: 0, overflow: "auto" }}>
        {open === "draft" && (
          <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 2fr) minmax(0, 3fr)", gap: 4 }}>
            <ChangeList changes={changes} since={inForce?.number ?? null} />
            {inForce && (
              <Effect
                effects={effects}
                version={version}
                edition={inForce.number}
                mayAsk={mayEdit}
                changes={changes.length}
              />
            )}
          </Box>
        )}
        {open === "editions" && <JudgeAgain behind={behind} />}
        {open === "editions" && (
          <EditionList changes={changes.length} editions={editions} mayEdit={mayEdit} version={version} />
        )}
        {open === "compare" && <Compare editions={editions} />}
        {open === "log" && <Log people={people} />}
      </Box>
      {publishing && (
        <PublishDialog
          number={(inForce?.number ?? 0) + 1}
          changes={changes}
          version={version}
          undecided={undecidedIn(standard)}
          isTried={effects.state?.draftVersion === version && effects.state.state === "done"}
          onClose={() => setPublishing(false)}
        />
      )}
    </Box>
  );
}
