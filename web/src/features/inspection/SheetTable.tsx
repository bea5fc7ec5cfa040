"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import dynamic from "next/dynamic";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Shape } from "@hemstitch/core/drawing";
import { familyOf } from "@hemstitch/core/rules/families";
import type { FileSummary, InspectedFileDetail } from "@/server/queries/inspections";
import { sendJson, wordsOf } from "../shared/api";
import { useMay } from "../shared/may";
import { useNotice } from "../shared/Notice";
import { OneOf } from "../shared/OneOf";
import { useExactPicture } from "../sheet-view/exact/use-exact-picture";
import { SheetView, type SheetViewHandle } from "../sheet-view/SheetView";
import type { Trueness } from "../sheet-view/stage";
import { filtered, NO_FILTER } from "./finding-filter";
import { Findings } from "./Findings";
import { LayerPanel } from "./LayerPanel";
import { keysToMend, safeToMend } from "./left-to-mend";
import { flagsOf } from "./numbered";
import { placeOf, placesOn } from "./places";
import { AskedPanel } from "./recognised/AskedPanel";
import { RecognisedPanel } from "./recognised/RecognisedPanel";
import { useAsked } from "./recognised/use-asked";
import { useQuestions, useRecognised } from "./recognised/use-recognised";
import { useDrawing } from "./use-drawing";
import { useLayers } from "./use-layers";
import { useLightTableKeys } from "./use-light-table-keys";
import { ViewBar } from "./ViewBar";

const SIDES = [
  ["before", "As received"],
  ["after", "Mended"],
] as const;
const SourceDialog = dynamic(() => import("./SourceDialog"), { ssr: false });
const ReadOffDialog = dynamic(() => import("./recognised/ReadOffDialog"), { ssr: false });
const NO_PLACES: readonly number[] = [];
const NO_SHAPES: readonly Shape[] = [];

export interface SheetTableProps {
  readonly file: FileSummary;
  readonly detail: InspectedFileDetail;
  /** Key of the finding that is looked at first. */
  readonly finding: string | null;
  readonly refresh: () => Promise<void>;
  readonly planSets: readonly { readonly id: string; readonly name: string }[];
}

const NONE: InspectedFileDetail["findings"] = [];
const NOTHING_OTHERWISE: readonly string[] = [];

/** The sheet with its flags, the findings beside it, and what can be done about them. */
export function SheetTable({ file, detail, finding: wanted, refresh, planSets }: SheetTableProps) {
  const notice = useNotice();
  const view = useRef<SheetViewHandle>(null);
  const mended = detail.mendedSha256 !== null;
  // The mended file is what is worked with from then on; a finding that it no longer has is shown where it was.
  const [side, setSide] = useState<"before" | "after">(() =>
    mended && (wanted === null || detail.left.some(({ key }) => key === wanted)) ? "after" : "before",
  );
  const [page, setPage] = useState(1);
  const [selected, setSelected] = useState<string | null>(null);
  const [sourceOpen, setSourceOpen] = useState(false);
  const [listsOpen, setListsOpen] = useState(false);
  const after = side === "after" && mended;
  const all = after ? detail.left : detail.findings;
  const [filter, setFilter] = useState(NO_FILTER);
  const findings = useMemo(() => filtered(all, filter), [all, filter]);
  const state = `state=${after ? "after" : "before"}&of=${after ? detail.mendedSha256 : detail.sha256}`;
  const exact = useExactPicture(`/api/inspected/${file.id}/download?${state}`, page);
  const { drawing, problem } = useDrawing(`/api/inspected/${file.id}/drawing?${state}`);
  const otherwise = drawing?.pages[page - 1]?.plotsOtherwise ?? NOTHING_OTHERWISE;
  const layers = useLayers(drawing, page);
  const [panel, setPanel] = useState<"layers" | "recognised" | null>(null);
  const openOrClose = (which: "layers" | "recognised") => () => setPanel((was) => (was === which ? null : which));
  const questions = useQuestions(drawing, file.id);
  const current = findings.find((finding) => finding.key === selected);
  const isOfScale = current !== undefined && familyOf(current.rule) === "scale";
  const recognised = useRecognised(questions, page, panel === "recognised" || isOfScale);
  const { asked, ask } = useAsked(questions, page);
  const overlay = useMemo(
    () => (panel === "recognised" && recognised.page ? { page: recognised.page, shown: recognised.shown } : null),
    [panel, recognised],
  );
  const [trueness, setTrueness] = useState<Trueness>("simplified");
  const places = useMemo(() => {
    if (!drawing) return NO_PLACES;
    return asked ? placeOf(drawing, page, asked.picked) : current ? placesOn(drawing, page, current) : NO_PLACES;
  }, [asked, current, drawing, page]);
  const flags = useMemo(() => flagsOf(findings, page), [findings, page]);
  const mayMend = useMay("mend");
  const safe = useMemo(() => safeToMend(detail, after), [detail, after]);
  const mendBusy = file.mendState === "waiting" || file.mendState === "working";

  const select = useCallback(
    (key: string | null) => {
      setSelected(key);
      ask(null);
      const finding = findings.find((each) => each.key === key);
      if (!finding) return;
      if (finding.page > 0) setPage(finding.page);
      const [x = 0, y = 0, width = 0, height = 0] = finding.placesMm;
      if (finding.placesMm.length > 0) requestAnimationFrame(() => view.current?.show({ x, y, width, height }));
    },
    [findings, ask],
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
        const keys = keysToMend(detail, only, after);
        await sendJson("POST", `/api/inspected/${file.id}/mend`, keys ? { only: keys } : {});
        await refresh();
      } catch (error) {
        notice(wordsOf(error), "error");
      }
    },
    [file.id, detail, after, refresh, notice],
  );

  const drop = useCallback((): boolean => {
    if (!asked) return false;
    ask(null);
    return true;
  }, [asked, ask]);
  useLightTableKeys({
    findings,
    selected,
    select,
    drop,
    mend,
    view,
    canSwitch: mended,
    onSwitch: () => setSide((was) => (was === "after" ? "before" : "after")),
    mendable: mayMend && !mendBusy ? safe : NONE,
    layers,
  });

  return (
    <Box sx={{ flex: 1, minHeight: 0, display: "grid", gridTemplateColumns: "minmax(0, 1fr) 372px" }}>
      <Box sx={{ position: "relative", minHeight: 0 }}>
        {drawing ? (
          <SheetView
            handle={view}
            drawing={drawing}
            page={page}
            exact={exact}
            layersShown={layers.shown}
            onTrueness={setTrueness}
            flags={flags}
            selected={selected}
            places={places}
            shapes={current?.page === page ? (current.shapes ?? NO_SHAPES) : NO_SHAPES}
            overlay={overlay}
            onSelect={select}
            onPick={ask}
            label={`${file.name}, page ${page}`}
          />
        ) : (
          <Typography sx={{ p: 4 }} color={problem ? "error" : "text.secondary"}>
            {problem ?? "Fetching the sheet…"}
          </Typography>
        )}
        {asked && <AskedPanel asked={asked} onClose={() => ask(null)} />}
        {panel === "layers" && <LayerPanel layers={layers} onClose={() => setPanel(null)} />}
        {panel === "recognised" && (
          <RecognisedPanel view={recognised} onLists={() => setListsOpen(true)} onClose={() => setPanel(null)} />
        )}
        <ViewBar
          view={view}
          page={page}
          pages={drawing?.pages.length ?? 1}
          onPage={setPage}
          trueness={trueness}
          otherwise={otherwise}
          panel={panel}
          onLayers={openOrClose("layers")}
          onRecognised={openOrClose("recognised")}
        />
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
        otherwise={otherwise}
        detail={detail}
        after={after}
        all={all}
        findings={findings}
        filter={filter}
        onFilter={setFilter}
        recognised={recognised.page}
        refresh={refresh}
        selected={selected}
        safe={safe}
        mendBusy={mendBusy}
        onSelect={select}
        onMend={mend}
        onSource={() => setSourceOpen(true)}
      />
      {listsOpen && questions && (
        <ReadOffDialog questions={questions} name={file.name} onClose={() => setListsOpen(false)} />
      )}
      {sourceOpen && <SourceDialog file={detail} planSets={planSets} onClose={() => setSourceOpen(false)} />}
    </Box>
  );
}
