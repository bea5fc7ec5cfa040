"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Drawing } from "@hemstitch/core/drawing";
import type { SheetPreview } from "@/app/api/sheets/[sheetId]/preview/route";
import type { PlacementRow } from "@/server/database/rows";
import { sendJson, wordsOf } from "../shared/api";
import { DownloadButton } from "../shared/DownloadButton";
import { fetchFramed } from "../shared/packed";
import { useMay } from "../shared/may";
import { useNotice } from "../shared/Notice";
import { RuleName } from "../shared/RuleName";
import { useExactPictureOf } from "../sheet-view/exact/use-exact-picture";
import { SheetView, type SheetViewHandle } from "../sheet-view/SheetView";
import { CODE_FONT } from "../shell/theme";
import type { FrameShape, SourceRow } from "./rows";

export interface BenchSheet {
  readonly id: string;
  readonly number: string;
  readonly title: string;
  readonly frame: string;
  readonly revision: string;
  readonly version: number;
  readonly placement: PlacementRow | null;
}

interface Props {
  readonly planSet: { readonly id: string; readonly name: string };
  readonly sheet: BenchSheet;
  readonly frames: readonly FrameShape[];
  readonly sources: readonly SourceRow[];
  readonly scales: readonly string[];
  readonly empty: readonly string[];
}

/** A preview is asked for when the hand has rested so long. Milliseconds. */
const REST_MS = 250;

/** The bench for one sheet: the sheet as it comes out, and what it is made of. */
export function SheetBench({ planSet, sheet, frames, sources, scales, empty }: Props) {
  const router = useRouter();
  const notice = useNotice();
  const mayEdit = useMay("edit-plan-set");
  const view = useRef<SheetViewHandle>(null);
  const [draft, setDraft] = useState(sheet);
  const changed = JSON.stringify(draft) !== JSON.stringify(sheet);
  const { drawing, file, report, problem, working } = usePreview(sheet.id, draft);
  const exact = useExactPictureOf(file);
  const set = (change: Partial<BenchSheet>): void => setDraft((was) => ({ ...was, ...change }));
  const place = (change: Partial<PlacementRow>): void =>
    setDraft((was) => (was.placement ? { ...was, placement: { ...was.placement, ...change } } : was));
  useEffect(() => setDraft(sheet), [sheet]);
  const store = async (): Promise<void> => {
    const { id, version, placement, ...rest } = draft;
    try {
      await sendJson("PATCH", `/api/sheets/${id}`, { version, ...rest, ...(placement ? { placement } : {}) });
      notice("The sheet is stored.");
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  const choose = (sourceId: string): void => {
    const source = sources.find((each) => each.id === sourceId);
    if (source)
      set({
        placement: {
          sourceId,
          placedAt: draft.placement?.placedAt ?? source.drawnAt,
          title: draft.placement?.title || source.title,
        },
      });
  };
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) 330px", height: "100%" }}>
      <Box sx={{ position: "relative", minHeight: 0 }}>
        {drawing ? (
          <SheetView handle={view} drawing={drawing} page={1} exact={exact} label={`Sheet ${draft.number}`} />
        ) : (
          <Typography sx={{ p: 4 }} color={problem ? "error" : "text.secondary"}>
            {problem ?? "Composing the sheet…"}
          </Typography>
        )}
        <Box sx={{ position: "absolute", left: 12, bottom: 10, display: "flex", gap: 1, alignItems: "center" }}>
          <Button variant="outlined" sx={{ bgcolor: "background.paper" }} onClick={() => view.current?.fit()}>
            Whole sheet
          </Button>
          {working && drawing && (
            <Typography variant="body2" color="text.secondary">
              composing…
            </Typography>
          )}
        </Box>
      </Box>
      <Box
        component="aside"
        aria-label="Sheet"
        sx={{
          borderLeft: "1px solid",
          borderColor: "divider",
          bgcolor: "background.paper",
          p: 2,
          overflow: "auto",
          display: "flex",
          flexDirection: "column",
          gap: 1.5,
        }}
      >
        <Box>
          <Box component={Link} href={`/plan-sets/${planSet.id}`} sx={{ fontSize: 13, color: "text.secondary" }}>
            {planSet.name}
          </Box>
          <Typography variant="h1" sx={{ fontFamily: CODE_FONT, fontSize: 20 }}>
            {draft.number}
          </Typography>
        </Box>
        <Box sx={{ display: "flex", gap: 1 }}>
          {mayEdit && (
            <Button variant="contained" disabled={!changed} onClick={() => void store()}>
              Store sheet
            </Button>
          )}
          <DownloadButton
            variant="outlined"
            disabled={changed || problem !== null}
            href={`/api/sheets/${sheet.id}/download`}
            title={changed ? "Store the sheet first" : undefined}
          >
            Download PDF
          </DownloadButton>
        </Box>
        {mayEdit ? (
          <>
            <TextField label="Number" value={draft.number} onChange={(event) => set({ number: event.target.value })} />
            <TextField label="Title" value={draft.title} onChange={(event) => set({ title: event.target.value })} />
            <Box sx={{ display: "flex", gap: 1 }}>
              <TextField
                select
                label="Frame"
                value={draft.frame}
                onChange={(event) => set({ frame: event.target.value })}
                sx={{ flex: 1 }}
              >
                {frames.map((each) => (
                  <MenuItem key={each.id} value={each.id}>
                    {each.title}
                  </MenuItem>
                ))}
              </TextField>
              <TextField
                label="Rev."
                value={draft.revision}
                onChange={(event) => set({ revision: event.target.value })}
                sx={{ width: 76 }}
              />
            </Box>
            <Typography variant="h2" sx={{ mt: 1 }}>
              Drawing on it
            </Typography>
            <TextField
              select
              label="Source drawing"
              value={draft.placement?.sourceId ?? ""}
              onChange={(event) => choose(event.target.value)}
            >
              {sources.map((each) => (
                <MenuItem key={each.id} value={each.id}>
                  {each.title}, {each.drawnAt} ({each.fileName})
                </MenuItem>
              ))}
            </TextField>
            {draft.placement && (
              <>
                <TextField
                  label="Drawing title"
                  value={draft.placement.title}
                  onChange={(event) => place({ title: event.target.value })}
                />
                <TextField
                  select
                  label="Placed at"
                  value={draft.placement.placedAt}
                  onChange={(event) => place({ placedAt: event.target.value })}
                >
                  {[...new Set([...scales, draft.placement.placedAt])].map((each) => (
                    <MenuItem key={each} value={each}>
                      {each}
                    </MenuItem>
                  ))}
                </TextField>
                <Position placement={draft.placement} report={report} onPlace={place} />
              </>
            )}
          </>
        ) : (
          <Words sheet={draft} frames={frames} />
        )}
        <Report report={report} empty={empty} problem={drawing ? problem : null} />
      </Box>
    </Box>
  );
}

/** What a sheet is made of, for those who look at it only. */
function Words({ sheet, frames }: { sheet: BenchSheet; frames: readonly FrameShape[] }) {
  const said = [
    ["Title", sheet.title],
    ["Frame", frames.find((each) => each.id === sheet.frame)?.title ?? sheet.frame],
    ["Revision", sheet.revision],
    ["Drawing", sheet.placement?.title ?? ""],
    ["Placed at", sheet.placement?.placedAt ?? ""],
  ] as const;
  return (
    <Box component="dl" sx={{ m: 0, display: "grid", gridTemplateColumns: "84px 1fr", gap: 0.75, fontSize: 13 }}>
      {said.map(([word, value]) => [
        <Box key={word} component="dt" sx={{ color: "text.secondary" }}>
          {word}
        </Box>,
        <Box key={`${word} is`} component="dd" sx={{ m: 0, overflowWrap: "anywhere" }}>
          {value || "–"}
        </Box>,
      ])}
    </Box>
  );
}

function Position({
  placement,
  report,
  onPlace,
}: {
  placement: PlacementRow;
  report: SheetPreview | null;
  onPlace: (change: Partial<PlacementRow>) => void;
}) {
  const [x, y] = [
    placement.xMm ?? Math.round((report?.placed?.x ?? 0) + (report?.placed?.width ?? 0) / 2),
    placement.yMm ?? Math.round((report?.placed?.y ?? 0) + (report?.placed?.height ?? 0) / 2),
  ];
  const number = (text: string): number => (Number.isFinite(Number(text)) ? Number(text) : 0);
  return (
    <Box sx={{ display: "flex", gap: 1 }}>
      <TextField
        type="number"
        label="Middle from left, mm"
        value={x}
        onChange={(event) => onPlace({ xMm: number(event.target.value), yMm: y })}
      />
      <TextField
        type="number"
        label="from below, mm"
        value={y}
        onChange={(event) => onPlace({ xMm: x, yMm: number(event.target.value) })}
      />
    </Box>
  );
}

function Report({
  report,
  empty,
  problem,
}: {
  report: SheetPreview | null;
  empty: readonly string[];
  problem: string | null;
}) {
  // Empty fields are listed in one line of their own.
  const findings = report?.findings.filter(({ rule }) => rule !== "title/empty" || empty.length === 0);
  return (
    <Box sx={{ mt: 1, display: "flex", flexDirection: "column", gap: 0.75 }}>
      {problem && (
        <Typography variant="body2" color="error" role="alert">
          {problem}
        </Typography>
      )}
      {report?.placed && !report.placed.fits && (
        <Typography variant="body2" color="error">
          The drawing does not fit: it reaches over the borders or the title block. Choose a smaller scale or a larger
          frame, or move it.
        </Typography>
      )}
      {report?.placed?.fits && (
        <Typography variant="body2" color="text.secondary">
          The drawing is {Math.round(report.placed.width)} × {Math.round(report.placed.height)} mm on paper and fits.
        </Typography>
      )}
      {empty.length > 0 && (
        <Typography variant="body2" sx={{ color: "mend.main" }}>
          Empty in the title block: {empty.join(", ")}
        </Typography>
      )}
      {findings?.map((finding) => (
        <Typography key={finding.key} variant="body2" sx={{ overflowWrap: "anywhere" }}>
          <RuleName id={finding.rule} title={finding.title} />
          <br />
          {finding.message}
        </Typography>
      ))}
      {findings?.length === 0 && (
        <Typography variant="body2" color="success.main">
          {empty.length > 0 ? "Otherwise an" : "An"} inspection of this sheet finds nothing.
        </Typography>
      )}
    </Box>
  );
}

/** The composed sheet for a draft, asked for anew a moment after each change. */
function usePreview(sheetId: string, draft: BenchSheet) {
  const [state, setState] = useState<{
    drawing: Drawing | null;
    file: Uint8Array | null;
    report: SheetPreview | null;
    problem: string | null;
  }>({
    drawing: null,
    file: null,
    report: null,
    problem: null,
  });
  const [working, setWorking] = useState(true);
  const turn = useRef(0);
  const body = useMemo(
    () =>
      JSON.stringify({
        version: draft.version,
        number: draft.number,
        title: draft.title,
        frame: draft.frame,
        revision: draft.revision,
        ...(draft.placement ? { placement: draft.placement } : {}),
      }),
    [draft],
  );
  const ask = useCallback(async () => {
    const mine = ++turn.current;
    setWorking(true);
    try {
      const { drawing, file, said } = await fetchFramed<SheetPreview>(`/api/sheets/${sheetId}/preview`, body);
      if (mine === turn.current) setState({ drawing, file, report: said, problem: null });
    } catch (error) {
      if (mine === turn.current) setState((was) => ({ ...was, report: null, problem: wordsOf(error) }));
    }
    if (mine === turn.current) setWorking(false);
  }, [sheetId, body]);
  useEffect(() => {
    const timer = setTimeout(() => void ask(), REST_MS);
    return () => clearTimeout(timer);
  }, [ask]);
  return { ...state, working };
}
