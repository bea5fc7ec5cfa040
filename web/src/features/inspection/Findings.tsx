"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import Typography from "@mui/material/Typography";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Recognised } from "@hemstitch/core/recognise";
import { familyOf } from "@hemstitch/core/rules/families";
import type { EditAnswer } from "@/server/edit-answers";
import type { FileSummary, InspectedFileDetail } from "@/server/queries/inspections";
import { DownloadButton } from "../shared/DownloadButton";
import { sendJson, wordsOf } from "../shared/api";
import { useMay } from "../shared/may";
import { NotRead } from "./NotRead";
import { useNotice } from "../shared/Notice";
import { OneOf } from "../shared/OneOf";
import { RuleName } from "../shared/RuleName";
import { SeverityShape } from "../shared/Severity";
import { CODE_FONT } from "../shell/theme";
import dynamic from "next/dynamic";
import { FilterBar, SeverityToggles } from "./FilterBar";
import { layerNameOf, type FindingFilter } from "./finding-filter";
import { mendWords } from "./mend-words";
import type { Numbered } from "./numbered";
import { JudgedBefore } from "./JudgedBefore";
import { KindPicker } from "./KindPicker";
import { ScaleEvidence } from "./ScaleEvidence";

const ORDERS = [
  ["rule", "by rule"],
  ["layer", "by layer"],
] as const;
const RequestDialog = dynamic(() => import("../requests/RequestDialog"), { ssr: false });

interface Props {
  readonly file: FileSummary;
  readonly detail: InspectedFileDetail;
  readonly after: boolean;
  /** What of the page that is looked at plots otherwise than it is shown. */
  readonly otherwise: readonly string[];
  readonly findings: readonly Numbered[];
  readonly selected: string | null;
  /** Those that can be mended safely. */
  readonly safe: readonly Numbered[];
  readonly mendBusy: boolean;
  readonly onSelect: (id: string | null) => void;
  readonly onMend: (only?: string[]) => Promise<void>;
  readonly onSource: () => void;
  /** All findings, of which `findings` are those that the filter lets through. */
  readonly all: readonly Numbered[];
  readonly filter: FindingFilter;
  readonly onFilter: (filter: FindingFilter) => void;
  /** What was made out on the page that is looked at. */
  readonly recognised: Recognised | null;
  readonly refresh: () => Promise<void>;
}

/** The findings beside the sheet, by rule or by layer, and what can be done about all of them. */
export function Findings(props: Props) {
  const { file, detail, after, findings, selected, mendBusy, onSelect, onMend, onSource, all, filter, onFilter } =
    props;
  const [by, setBy] = useState<"rule" | "layer">("rule");
  const groups = useMemo(() => grouped(findings, by), [findings, by]);
  const [mayMend, mayLayOut] = [useMay("mend"), useMay("edit-plan-set")];
  const mendable = useMemo(() => new Set(props.safe.map(({ key }) => key)), [props.safe]);
  const safe = mendable.size;
  const mendAll = mayMend && safe > 0 && (
    <Button variant={after ? "outlined" : "contained"} disabled={mendBusy} onClick={() => void onMend()}>
      {mendBusy ? "Mending…" : `Mend ${safe} ${after ? "more " : ""}that ${safe === 1 ? "is" : "are"} safe`}
    </Button>
  );
  return (
    <Box
      component="aside"
      aria-label="Findings"
      sx={{
        borderLeft: "1px solid",
        borderColor: "divider",
        bgcolor: "background.paper",
        display: "flex",
        flexDirection: "column",
        minHeight: 0,
      }}
    >
      <Box sx={{ px: 2, py: 1.25, borderBottom: "1px dashed", borderColor: "divider" }}>
        <Box sx={{ display: "flex", alignItems: "center", gap: 1, mb: 0.5, fontSize: 13 }}>
          <SeverityToggles findings={all} filter={filter} onFilter={onFilter} />
          <Box sx={{ flex: 1 }} />
          <OneOf label="Order of the findings" options={ORDERS} value={by} onChange={setBy} />
        </Box>
        <Typography variant="caption" color="text.secondary" component="p" sx={{ mb: 1 }}>
          {detail.standardName}
          {detail.statedScale ? ` · stated scale ${detail.statedScale}` : ""}
        </Typography>
        <JudgedBefore file={file} detail={detail} refresh={props.refresh} />
        <Box sx={{ mt: -0.75, mb: 1 }}>
          <KindPicker file={file} detail={detail} refresh={props.refresh} />
        </Box>
        <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap" }}>
          {after ? (
            <>
              <DownloadButton variant="contained" href={`/api/inspected/${file.id}/download?state=after`}>
                Download mended
              </DownloadButton>
              {mendAll}
              {mayLayOut && (
                <Button variant="outlined" onClick={onSource}>
                  Put on a sheet
                </Button>
              )}
            </>
          ) : (
            <>
              {mendAll}
              {mayLayOut && (
                <Button variant={safe > 0 ? "text" : "outlined"} onClick={onSource}>
                  Put on a sheet
                </Button>
              )}
            </>
          )}
        </Box>
        {all.length > 1 && <FilterBar findings={all} shown={findings.length} filter={filter} onFilter={onFilter} />}
      </Box>
      <Box sx={{ flex: 1, overflow: "auto", pb: 2 }}>
        {after && <Mended detail={detail} />}
        {findings.length === 0 && (
          <Typography sx={{ px: 2, py: 2 }} color="text.secondary">
            {all.length > 0
              ? "None of the findings is of this kind."
              : after
                ? "Nothing is left."
                : "Looked, and found nothing that departs from the standard."}
          </Typography>
        )}
        <NotRead detail={detail} otherwise={props.otherwise} refresh={props.refresh} />
        {groups.map(({ name, list }) => (
          <Box key={name} component="section" sx={{ mt: 1.25 }}>
            <Typography
              variant="h3"
              sx={{ px: 2, pb: 0.25, ...(by === "layer" ? { fontFamily: CODE_FONT, fontWeight: 500 } : {}) }}
            >
              {by === "rule" && list[0] ? <RuleName id={list[0].rule} title={list[0].title} /> : name}
            </Typography>
            {list.map((finding) => (
              <FindingLine
                key={finding.key}
                finding={finding}
                titled={by === "layer"}
                recognised={props.recognised}
                selected={finding.key === selected}
                onSelect={onSelect}
                onMend={!mayMend || mendBusy || !mendable.has(finding.key) ? undefined : onMend}
              />
            ))}
          </Box>
        ))}
        <NotJudged detail={detail} />
      </Box>
      <Typography
        variant="caption"
        color="text.secondary"
        sx={{ px: 2, py: 0.75, borderTop: "1px dashed", borderColor: "divider" }}
      >
        <kbd>n</kbd> next · <kbd>p</kbd> previous{" "}
        {mayMend && (
          <>
            · <kbd>m</kbd> mend it{" "}
          </>
        )}
        · <kbd>b</kbd> before/after · <kbd>0</kbd> whole sheet · <kbd>l</kbd> next layer · <kbd>a</kbd> ask the middle
      </Typography>
    </Box>
  );
}

function grouped(findings: readonly Numbered[], by: "rule" | "layer"): { name: string; list: Numbered[] }[] {
  const groups = new Map<string, Numbered[]>();
  for (const finding of findings) {
    const name = by === "rule" ? finding.rule : layerNameOf(finding);
    groups.set(name, [...(groups.get(name) ?? []), finding]);
  }
  return [...groups].map(([name, list]) => ({ name, list }));
}

function FindingLine({
  finding,
  titled,
  recognised,
  selected,
  onSelect,
  onMend,
}: {
  finding: Numbered;
  /** Whether it says itself what it is an example of; else what stands above it does. */
  titled: boolean;
  recognised: Recognised | null;
  selected: boolean;
  onSelect: (id: string) => void;
  onMend: ((only: string[]) => Promise<void>) | undefined;
}) {
  const line = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (selected) line.current?.scrollIntoView({ block: "nearest" });
  }, [selected]);
  return (
    <Box
      ref={line}
      sx={{
        borderLeft: "3px solid",
        borderColor: selected ? "secondary.main" : "transparent",
        bgcolor: selected ? "background.default" : undefined,
      }}
    >
      <ButtonBase
        onClick={() => onSelect(finding.key)}
        aria-pressed={selected}
        sx={{
          display: "flex",
          width: "100%",
          textAlign: "left",
          gap: 1,
          px: 1.6,
          py: 0.6,
          alignItems: "flex-start",
          justifyContent: "flex-start",
          fontFamily: "inherit",
        }}
      >
        <Box sx={{ pt: 0.45 }}>
          <SeverityShape severity={finding.severity} />
        </Box>
        <Typography variant="body2" component="span" color="text.secondary" sx={{ minWidth: 18 }}>
          {finding.number}
        </Typography>
        <Typography variant="body2" component="span" sx={{ overflowWrap: "anywhere" }}>
          {titled && (
            <Box component="span" sx={{ display: "block", fontWeight: 600 }}>
              {finding.title}
            </Box>
          )}
          {finding.message}
        </Typography>
      </ButtonBase>
      {selected && (
        <Box sx={{ px: 2, pb: 1, pl: 6.4 }}>
          {/* Of a dimension the sentence says both, in the units that it is written in. */}
          {finding.measured !== undefined && finding.expected !== undefined && familyOf(finding.rule) !== "dim" && (
            <Typography variant="body2" sx={{ mb: 0.5 }}>
              measured <b>{finding.measured}</b> · expected <b>{finding.expected}</b> {finding.unit ?? ""}
            </Typography>
          )}
          {familyOf(finding.rule) === "scale" && <ScaleEvidence finding={finding} page={recognised} />}
          {finding.mend && onMend && (
            <Button variant="outlined" onClick={() => void onMend([finding.key])}>
              {mendWords(finding.mend, finding.expected)}
            </Button>
          )}
          {finding.rule === "layer/unregistered" && finding.layer !== undefined && (
            <AskForLayer name={finding.layer} finding={finding.message} />
          )}
          {/* A name that is clearly meant for another was typed by somebody. */}
          {NAMING_RULES.has(finding.rule) && finding.layer !== undefined && !finding.mend && (
            <DefaultLayer name={finding.layer} />
          )}
          {titled && (
            <Typography variant="caption" component="p" sx={{ mt: 0.5 }}>
              <RuleName id={finding.rule} title="What this rule measures" />
            </Typography>
          )}
        </Box>
      )}
    </Box>
  );
}

function Mended({ detail }: { detail: InspectedFileDetail }) {
  const rows = detail.mended ?? [];
  const done = rows.filter((each) => !each.undone && !each.notCompared);
  const undone = rows.filter((each) => each.undone);
  const notCompared = rows.filter((each) => each.notCompared);
  return (
    <Box component="section" sx={{ mt: 1.25, px: 2 }}>
      <Typography variant="h3" sx={{ pb: 0.25, color: "success.main" }}>
        Mended and proved
      </Typography>
      {done.map(({ title, message }, i) => (
        <Typography key={i} variant="body2" sx={{ py: 0.25, overflowWrap: "anywhere" }}>
          ✓ <b>{title}</b>: {message}
        </Typography>
      ))}
      {undone.length > 0 && (
        <Typography variant="h3" sx={{ pt: 1.5, pb: 0.25 }}>
          Not mended, because it could do harm
        </Typography>
      )}
      {undone.map(({ title, message }, i) => (
        <Typography key={i} variant="body2" sx={{ py: 0.25, overflowWrap: "anywhere" }}>
          <b>{title}</b>: {message}
        </Typography>
      ))}
      {notCompared.length > 0 && (
        <Typography variant="h3" sx={{ pt: 1.5, pb: 0.25 }}>
          Proved, but its picture was not compared
        </Typography>
      )}
      {notCompared.map(({ title, message }) => (
        <Typography key={title} variant="body2" sx={{ py: 0.25, overflowWrap: "anywhere" }}>
          <b>{title}</b>: {message}
        </Typography>
      ))}
      {detail.left.length > 0 && (
        <Typography variant="h3" sx={{ pt: 1.5 }}>
          Left to you
        </Typography>
      )}
    </Box>
  );
}

function NotJudged({ detail }: { detail: InspectedFileDetail }) {
  if (!detail.notJudged || detail.notJudged.length === 0) return null;
  return (
    <Box component="section" sx={{ mt: 2, px: 2 }}>
      <Typography variant="h3" color="text.secondary">
        Not judged
      </Typography>
      {detail.notJudged.map(({ rule, title, reason }, i) => (
        <Typography key={i} variant="body2" color="text.secondary" sx={{ py: 0.25 }}>
          <RuleName id={rule} title={title} />
          <br />
          {reason}
        </Typography>
      ))}
    </Box>
  );
}

/** Rules about names that a program, not a person, may have given. */
const NAMING_RULES: ReadonlySet<string> = new Set(["layer/unregistered", "layer/malformed"]);

/** A layer that files bring of themselves can be put on the standard's list of such layers from the finding. */
function DefaultLayer({ name }: { name: string }) {
  const [mayEdit, notice] = [useMay("edit-standard"), useNotice()];
  const [done, setDone] = useState(false);
  if (!mayEdit) return null;
  const add = async (): Promise<void> => {
    try {
      await sendJson<EditAnswer>("PATCH", "/api/standard/draft", { of: "default-layer", name, is: true });
      setDone(true);
      notice(`“${name}” is on the draft's list of default layers. It counts from the next edition on.`);
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <Button disabled={done} onClick={() => void add()}>
      {done ? "On the list of default layers" : "Files bring this layer of themselves"}
    </Button>
  );
}

/** A layer that is missing in the register can be asked for from the finding that says so. */
function AskForLayer({ name, finding }: { name: string; finding: string }) {
  const [open, setOpen] = useState(false);
  const entry = { name, purpose: "", screenColour: "#1b2a41", plots: true };
  return (
    <>
      <Button onClick={() => setOpen(true)}>Ask for this layer</Button>
      {open && <RequestDialog list="layers" entry={entry} isNew finding={finding} onClose={() => setOpen(false)} />}
    </>
  );
}
