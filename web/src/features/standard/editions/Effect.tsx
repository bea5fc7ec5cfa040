"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import Link from "next/link";
import { useEffect, useState } from "react";
import type { EffectAnswer } from "@/app/api/effect/route";
import type { EffectState } from "@/server/queries/effects";
import type { EffectFinding, EffectRow } from "@/server/database/rows";
import { getJson, sendJson, wordsOf } from "../../shared/api";
import { useNotice } from "../../shared/Notice";
import { Part } from "../../shared/Page";
import { PlainTable } from "../../shared/PlainTable";
import { SeverityShape } from "../../shared/Severity";

const POLL_MS = 600;

export type Effects = ReturnType<typeof useEffects>;

/** The newest question of what the draft would do, and its answer as it comes. */
export function useEffects(initial: EffectState | null) {
  const notice = useNotice();
  const [effect, setEffect] = useState(initial);
  const busy = effect?.state === "waiting" || effect?.state === "working";
  const id = effect?.id;
  useEffect(() => {
    if (!busy || !id) return;
    const timer = setInterval(() => {
      getJson<EffectAnswer>(`/api/effect/${id}`)
        .then((answer) => setEffect(answer.effect))
        .catch(() => undefined);
    }, POLL_MS);
    return () => clearInterval(timer);
  }, [busy, id]);
  const ask = async (): Promise<void> => {
    try {
      await sendJson("POST", "/api/effect");
      setEffect((await getJson<EffectAnswer>("/api/effect")).effect);
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  const cancel = async (): Promise<void> => {
    if (!id) return;
    await sendJson("DELETE", `/api/effect/${id}`).catch((error: unknown) => notice(wordsOf(error), "error"));
    setEffect((was) => was && { ...was, state: "cancelled" });
  };
  return { state: effect, busy, ask, cancel };
}

/** What would this draft do? Every kept drawing of the plan sets judged by the draft, before anything is published. */
export function Effect({
  effects,
  version,
  edition,
  mayAsk,
  changes,
}: {
  effects: Effects;
  version: number;
  edition: number;
  mayAsk: boolean;
  changes: number;
}) {
  const { state: effect, busy, ask, cancel } = effects;
  const stale = effect !== null && (effect.draftVersion !== version || effect.edition !== edition);
  return (
    <Part
      title="What would this draft do?"
      actions={
        mayAsk && (
          <Button variant="outlined" disabled={busy || changes === 0} onClick={() => void ask()}>
            Judge the plan sets by the draft
          </Button>
        )
      }
    >
      {busy && effect && (
        <Box sx={{ display: "flex", alignItems: "center", gap: 2 }}>
          <LinearProgress
            aria-label="Judging kept drawings"
            variant={effect.state === "working" ? "determinate" : "indeterminate"}
            value={effect.progress * 100}
            sx={{ flex: 1 }}
          />
          <Button onClick={() => void cancel()}>Cancel</Button>
        </Box>
      )}
      {effect?.state === "failed" && (
        <Typography role="alert" color="error" variant="body2">
          {effect.problem}
        </Typography>
      )}
      {effect?.state === "done" && effect.result && (
        <>
          {stale && (
            <Typography variant="body2" sx={{ color: "mend.main", mb: 1 }}>
              The draft has been changed since this was worked out. Judge again to see what it does now.
            </Typography>
          )}
          <Result result={effect.result} />
        </>
      )}
      {effect === null && (
        <Typography variant="body2" color="text.secondary">
          Kept drawings are judged again without opening a file: findings that would come, and findings that would go,
          per plan set and per change.
        </Typography>
      )}
    </Part>
  );
}

function Result({ result }: { result: EffectRow }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <>
      <PlainTable
        label="Effect on plan sets"
        head={[`Plan set, ${result.drawings.toLocaleString("en")} drawings in all`, "New findings", "Gone"]}
        figures={[1, 2]}
        sx={{ mb: 2 }}
      >
        {result.sets.map((set) => [
          <tr key={set.planSet}>
            <td>
              <Button
                aria-expanded={open === set.planSet}
                onClick={() => setOpen(open === set.planSet ? null : set.planSet)}
                sx={{ p: 0, justifyContent: "flex-start" }}
              >
                {set.planSet}
              </Button>
            </td>
            <td>{set.gained.toLocaleString("en")}</td>
            <td>{set.lost.toLocaleString("en")}</td>
          </tr>,
          open === set.planSet && (
            <tr key={`${set.planSet} open`}>
              <td colSpan={3}>
                {set.drawings
                  .filter((drawing) => drawing.gained + drawing.lost > 0)
                  .map((drawing) => (
                    <Box key={drawing.fileId} sx={{ mb: 1 }}>
                      <Link href={`/inspection/${drawing.inspectionId}?file=${drawing.fileId}`}>{drawing.name}</Link>
                      <Findings word="new" list={drawing.gainedFindings} />
                      <Findings word="gone" list={drawing.lostFindings} />
                    </Box>
                  ))}
              </td>
            </tr>
          ),
        ])}
      </PlainTable>
      <PlainTable
        label="Effect of each change"
        head={["Each change on its own", "New findings", "Gone"]}
        figures={[1, 2]}
      >
        {result.changes.map((change) => (
          <tr key={`${change.part} ${change.entry}`}>
            <td>{change.words.join("; ")}</td>
            {change.together ? (
              <td colSpan={2}>with others only</td>
            ) : (
              <>
                <td>{change.gained.toLocaleString("en")}</td>
                <td>{change.lost.toLocaleString("en")}</td>
              </>
            )}
          </tr>
        ))}
      </PlainTable>
    </>
  );
}

const Findings = ({ word, list }: { word: string; list: readonly EffectFinding[] }) => (
  <>
    {list.map((finding, i) => (
      <Box key={i} sx={{ display: "flex", gap: 1, alignItems: "baseline" }}>
        <Box component="span" sx={{ width: 36, color: "text.secondary", flex: "none" }}>
          {word}
        </Box>
        <SeverityShape severity={finding.severity} />
        <span>
          <b>{finding.title}.</b> {finding.message}
        </span>
      </Box>
    ))}
  </>
);
