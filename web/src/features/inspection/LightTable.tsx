"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { FileSummary, InspectedFileDetail } from "@/server/queries/inspections";
import { getJson, sendJson, wordsOf } from "../shared/api";
import { useMay } from "../shared/may";
import { useNotice } from "../shared/Notice";
import { OneOf } from "../shared/OneOf";
import type { SheetViewHandle } from "../sheet-view/SheetView";
import { STEP, SheetView } from "../sheet-view/SheetView";
import { FileStrip } from "./FileStrip";
import { Findings } from "./Findings";
import { flagsOf, numbered, type Numbered } from "./numbered";
import { placesOn } from "./places";
import { useDrawing } from "./use-drawing";
import { useLiveInspection, type LiveInspection } from "./use-live-inspection";

const SIDES = [
  ["before", "As received"],
  ["after", "Mended"],
] as const;
const SourceDialog = dynamic(() => import("./SourceDialog"), { ssr: false });

interface Props {
  readonly initial: LiveInspection;
  readonly fileId: string | null;
  /** Number of the finding that is looked at first. */
  readonly finding: string | null;
  readonly planSets: readonly { readonly id: string; readonly name: string }[];
}

/** The light table: the sheet with its flags, the findings beside it, and what can be done about them. */
export function LightTable({ initial, fileId, finding, planSets }: Props) {
  const router = useRouter();
  const { inspection, refresh, offline } = useLiveInspection(initial);
  const chosen = inspection.files.find((file) => file.id === fileId) ?? inspection.files[0];
  const open = useCallback(
    (id: string) => router.replace(`/inspection/${inspection.id}?file=${id}`, { scroll: false }),
    [router, inspection.id],
  );
  return (
    <Box sx={{ display: "flex", flexDirection: "column", height: "100%" }}>
      <Box sx={{ px: 2, pt: 1.25, pb: 0.75, display: "flex", alignItems: "baseline", gap: 1.5 }}>
        <Box component={Link} href="/inspection" sx={{ color: "text.secondary", fontSize: 13 }}>
          Inspection
        </Box>
        <Typography variant="h1" noWrap sx={{ fontSize: 18 }}>
          {inspection.name}
        </Typography>
        {offline && (
          <Typography variant="body2" color="error">
            The server can&apos;t be reached; trying again.
          </Typography>
        )}
      </Box>
      <FileStrip
        inspectionId={inspection.id}
        files={inspection.files}
        chosen={chosen?.id}
        onOpen={open}
        onChanged={refresh}
      />
      {chosen ? (
        <OneFile key={chosen.id} file={chosen} finding={finding} refresh={refresh} planSets={planSets} />
      ) : (
        <Typography sx={{ p: 3 }}>No file of this inspection could be taken.</Typography>
      )}
    </Box>
  );
}

function OneFile({
  file,
  finding,
  refresh,
  planSets,
}: {
  file: FileSummary;
  finding: string | null;
  refresh: () => Promise<void>;
  planSets: Props["planSets"];
}) {
  const detail = useDetail(file);
  if (file.state === "failed" || file.state === "cancelled") return <NotInspected file={file} />;
  if (file.state !== "done" || !detail) return <UnderWay file={file} onChanged={refresh} />;
  return <Table file={file} detail={detail} finding={finding} refresh={refresh} planSets={planSets} />;
}

/** The findings of a file, fetched anew when its state changes. */
function useDetail(file: FileSummary): InspectedFileDetail | null {
  const [detail, setDetail] = useState<InspectedFileDetail | null>(null);
  useEffect(() => {
    if (file.state !== "done") return;
    let wanted = true;
    void getJson<InspectedFileDetail>(`/api/inspected/${file.id}`).then((found) => wanted && setDetail(found));
    return () => {
      wanted = false;
    };
  }, [file.id, file.state, file.mendState]);
  return detail;
}

function NotInspected({ file }: { file: FileSummary }) {
  const cancelled = file.state === "cancelled";
  return (
    <Box sx={{ p: 4, maxWidth: 640 }}>
      <Typography variant="h2" color={cancelled ? "text.primary" : "error"} sx={{ mb: 1 }}>
        {cancelled ? "Cancelled" : "This file could not be read"}
      </Typography>
      <Typography variant="body1" sx={{ mb: 1, overflowWrap: "anywhere" }}>
        {file.name}
      </Typography>
      <Typography variant="body1">
        {cancelled ? "The inspection was cancelled before it was done." : file.problem}
      </Typography>
      {file.remedy && (
        <Typography variant="body1" color="text.secondary">
          {file.remedy}
        </Typography>
      )}
    </Box>
  );
}

function UnderWay({ file, onChanged }: { file: FileSummary; onChanged: () => Promise<void> }) {
  return (
    <Box sx={{ p: 4, maxWidth: 480 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {file.state === "waiting" ? "Waiting for a worker" : "Being measured"}
      </Typography>
      <LinearProgress
        aria-label="Progress of the inspection"
        variant={file.state === "working" && file.progress > 0 ? "determinate" : "indeterminate"}
        value={file.progress * 100}
        sx={{ mb: 2 }}
      />
      {file.state !== "done" && (
        <Button onClick={() => void sendJson("POST", `/api/inspected/${file.id}/cancel`).then(onChanged)}>
          Cancel
        </Button>
      )}
    </Box>
  );
}

function Table({
  file,
  detail,
  finding: wanted,
  refresh,
  planSets,
}: {
  file: FileSummary;
  detail: InspectedFileDetail;
  finding: string | null;
  refresh: () => Promise<void>;
  planSets: Props["planSets"];
}) {
  const notice = useNotice();
  const view = useRef<SheetViewHandle>(null);
  const mended = detail.mendedSha256 !== null;
  const [side, setSide] = useState<"before" | "after">("before");
  const [page, setPage] = useState(1);
  const [selected, setSelected] = useState<string | null>(null);
  const [sourceOpen, setSourceOpen] = useState(false);
  const after = side === "after" && mended;
  const findings = useMemo(() => numbered((after ? detail.left : detail.findings) ?? []), [after, detail]);
  const { drawing, problem } = useDrawing(
    `/api/inspected/${file.id}/drawing?state=${after ? "after" : "before"}&of=${after ? detail.mendedSha256 : detail.sha256}`,
  );
  const current = findings.find((finding) => finding.id === selected);
  const places = useMemo(
    () => (current && drawing ? placesOn(drawing, page, current) : NO_PLACES),
    [current, drawing, page],
  );
  const flags = useMemo(() => flagsOf(findings, page), [findings, page]);
  const mayMend = useMay("mend");
  const mendBusy = file.mendState === "waiting" || file.mendState === "working";

  const select = useCallback(
    (id: string | null) => {
      setSelected(id);
      const finding = findings.find((each) => each.id === id);
      if (!finding) return;
      if (finding.page > 0) setPage(finding.page);
      const [x = 0, y = 0, width = 0, height = 0] = finding.placesMm;
      if (finding.placesMm.length > 0) requestAnimationFrame(() => view.current?.show({ x, y, width, height }));
    },
    [findings],
  );

  // Once for each finding that is asked for: afterwards one goes on from there.
  const shown = useRef<string | null>(null);
  useEffect(() => {
    if (!drawing || wanted === shown.current) return;
    shown.current = wanted;
    if (wanted !== null) select(wanted);
  }, [drawing, wanted, select]);

  const wasBusy = useRef(false);
  useEffect(() => {
    if (wasBusy.current && file.mendState === "done") {
      setSide("after");
      setSelected(null);
      notice("Mended into a new file; the file as received is untouched.");
    }
    if (wasBusy.current && file.mendState === "failed")
      notice(file.mendProblem ?? "The file could not be mended.", "error");
    wasBusy.current = mendBusy;
  }, [mendBusy, file.mendState, file.mendProblem, notice]);

  const mend = useCallback(
    async (only?: string[]) => {
      try {
        await sendJson("POST", `/api/inspected/${file.id}/mend`, only ? { only } : {});
        await refresh();
      } catch (error) {
        notice(wordsOf(error), "error");
      }
    },
    [file.id, refresh, notice],
  );

  useKeys({
    findings,
    selected,
    select,
    mend,
    view,
    canSwitch: mended,
    onSwitch: () => setSide((was) => (was === "after" ? "before" : "after")),
    canMend: mayMend && !after && !mendBusy,
  });

  const pages = drawing?.pages.length ?? 1;
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: "grid", gridTemplateColumns: "minmax(0, 1fr) 372px" }}>
      <Box sx={{ position: "relative", minHeight: 0 }}>
        {drawing ? (
          <SheetView
            handle={view}
            drawing={drawing}
            page={page}
            flags={flags}
            selected={selected}
            places={places}
            onSelect={select}
            label={`${file.name}, page ${page}`}
          />
        ) : (
          <Typography sx={{ p: 4 }} color={problem ? "error" : "text.secondary"}>
            {problem ?? "Fetching the sheet…"}
          </Typography>
        )}
        <Box
          sx={{
            position: "absolute",
            left: 12,
            bottom: 10,
            display: "flex",
            gap: 1,
            alignItems: "center",
            bgcolor: "background.paper",
            border: "1px solid",
            borderColor: "divider",
            borderRadius: 1,
            px: 0.5,
          }}
        >
          <Button onClick={() => view.current?.fit()}>Whole sheet</Button>
          <Button aria-label="Zoom out" onClick={() => view.current?.zoom(1 / STEP)} sx={{ minWidth: 30 }}>
            −
          </Button>
          <Button aria-label="Zoom in" onClick={() => view.current?.zoom(STEP)} sx={{ minWidth: 30 }}>
            +
          </Button>
          {pages > 1 && (
            <>
              <Button
                aria-label="Previous page"
                disabled={page <= 1}
                onClick={() => setPage(page - 1)}
                sx={{ minWidth: 30 }}
              >
                ‹
              </Button>
              <Typography variant="body2">
                page {page} of {pages}
              </Typography>
              <Button
                aria-label="Next page"
                disabled={page >= pages}
                onClick={() => setPage(page + 1)}
                sx={{ minWidth: 30 }}
              >
                ›
              </Button>
            </>
          )}
        </Box>
        {mended && (
          <OneOf
            label="Before or after the mend"
            options={SIDES}
            value={side}
            onChange={setSide}
            sx={{ position: "absolute", left: 12, top: 10, bgcolor: "background.paper" }}
          />
        )}
      </Box>
      <Findings
        file={file}
        detail={detail}
        after={after}
        findings={findings}
        selected={selected}
        mendBusy={mendBusy}
        onSelect={select}
        onMend={mend}
        onSource={() => setSourceOpen(true)}
      />
      {sourceOpen && <SourceDialog file={detail} planSets={planSets} onClose={() => setSourceOpen(false)} />}
    </Box>
  );
}

const NO_PLACES: readonly number[] = [];

interface Keys {
  readonly findings: readonly Numbered[];
  readonly selected: string | null;
  readonly select: (id: string | null) => void;
  readonly mend: (only?: string[]) => Promise<void>;
  readonly view: React.RefObject<SheetViewHandle | null>;
  readonly canSwitch: boolean;
  readonly onSwitch: () => void;
  readonly canMend: boolean;
}

/** The light table by keyboard: n and p walk the findings, m mends, b switches, 0 + − show the sheet. */
function useKeys({ findings, selected, select, mend, view, canSwitch, onSwitch, canMend }: Keys): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        /INPUT|TEXTAREA|SELECT/.test(target.tagName) ||
        target.closest('[role="dialog"]')
      )
        return;
      const at = findings.findIndex((finding) => finding.id === selected);
      const go = (index: number): void => select(findings[(index + findings.length) % findings.length]?.id ?? null);
      const current = findings[at];
      if (event.key === "n" && findings.length > 0) go(at + 1);
      else if (event.key === "p" && findings.length > 0) go(at < 0 ? -1 : at - 1);
      else if (event.key === "m" && current?.mend && canMend) void mend([current.key]);
      else if (event.key === "M" && canMend) void mend();
      else if (event.key === "b" && canSwitch) onSwitch();
      else if (event.key === "0") view.current?.fit();
      else if (event.key === "+" || event.key === "=") view.current?.zoom(STEP);
      else if (event.key === "-") view.current?.zoom(1 / STEP);
      else if (event.key === "Escape") select(null);
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [findings, selected, select, mend, view, canSwitch, onSwitch, canMend]);
}
