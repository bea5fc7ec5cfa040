"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import { useMemo, useState } from "react";
import { groupedBy } from "@hemstitch/core/base/grouped";
import type { Recognised } from "@hemstitch/core/recognise";
import type { FileSummary, InspectedFileDetail } from "@/server/queries/inspections";
import { DownloadButton } from "../shared/DownloadButton";
import { useMay } from "../shared/may";
import { NotRead } from "./NotRead";
import { OneOf } from "../shared/OneOf";
import { RuleName } from "../shared/RuleName";
import { CODE_FONT } from "../shell/theme";
import { EditionLink } from "./EditionLink";
import { editionNumber } from "./edition-of";
import { FindingLine } from "./FindingLine";
import { Mended } from "./Mended";
import { NotJudged } from "./NotJudged";
import { FilterBar, SeverityToggles } from "./FilterBar";
import { layerNameOf, type FindingFilter } from "./finding-filter";
import type { Numbered } from "./numbered";
import { JudgedBefore } from "./JudgedBefore";
import { KindPicker } from "./KindPicker";

const ORDERS = [
  ["rule", "by rule"],
  ["layer", "by layer"],
] as const;

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
  const edition = editionNumber(detail);
  const [by, setBy] = useState<"rule" | "layer">("rule");
  const groups = useMemo(
    () => [...groupedBy(findings, (finding) => (by === "rule" ? finding.rule : layerNameOf(finding)))],
    [findings, by],
  );
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
          {edition === undefined ? (
            detail.standardName
          ) : (
            <EditionLink fileId={file.id} words={detail.standardName ?? `edition ${edition}`} />
          )}
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
        {groups.map(([name, list]) => (
          <Box key={name} component="section" sx={{ mt: 1.25 }}>
            <Typography
              variant="h3"
              sx={{ px: 2, pb: 0.25, ...(by === "layer" ? { fontFamily: CODE_FONT, fontWeight: 500 } : {}) }}
            >
              {by === "rule" && list[0] ? <RuleName id={list[0].rule} title={list[0].title} edition={edition} /> : name}
            </Typography>
            {list.map((finding) => (
              <FindingLine
                key={finding.key}
                finding={finding}
                edition={edition}
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
