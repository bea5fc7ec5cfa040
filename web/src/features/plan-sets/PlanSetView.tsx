"use client";
import Box from "@mui/material/Box";
import Link from "next/link";
import type { NameGrammar } from "@hemstitch/core/naming";
import { BinButton } from "../bin/BinButton";
import { Empty } from "../shared/Empty";
import { useMay } from "../shared/may";
import { Page, Part } from "../shared/Page";
import { NewSheet } from "./NewSheet";
import { Particulars } from "./Particulars";
import type { FrameShape, ParticularField, PlanSetFacts, SheetRow, SourceRow } from "./rows";
import { SheetTable } from "./SheetTable";
import { TakeSetAway } from "./TakeSetAway";
import { Thumbnails } from "./Thumbnails";

interface Props {
  readonly planSet: PlanSetFacts;
  readonly sheets: readonly SheetRow[];
  readonly sources: readonly SourceRow[];
  readonly frames: readonly FrameShape[];
  readonly fields: readonly ParticularField[];
  readonly numbering: NameGrammar;
}

/** A plan set: its register with true-proportion sheets, its particulars, and its source drawings. */
export function PlanSetView({ planSet, sheets, sources, frames, fields, numbering }: Props) {
  const mayEdit = useMay("edit-plan-set");
  return (
    <Page
      title={planSet.name}
      lead={
        <>
          <Link href="/plan-sets">Plan sets</Link> · {planSet.units === "metric" ? "metric" : "feet and inches"}
        </>
      }
      actions={mayEdit && <TakeSetAway {...planSet} />}
    >
      <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) 320px", gap: 4 }}>
        <Box>
          <Part title="Set register">
            <Thumbnails planSetId={planSet.id} sheets={sheets} frames={frames} />
            <SheetTable planSetId={planSet.id} sheets={sheets} mayEdit={mayEdit} />
            {mayEdit && (
              <NewSheet
                planSetId={planSet.id}
                frames={frames}
                numbering={numbering}
                taken={sheets.map((sheet) => sheet.number)}
              />
            )}
          </Part>
          <Part title="Source drawings">
            {sources.length === 0 && (
              <Empty>
                The drawings that sheets of this project show, each with the scale that it was drawn at.
                {mayEdit ? " Inspect a drawing and choose “Put on a sheet”: it is kept here." : " There is none yet."}
              </Empty>
            )}
            {sources.map((source) => (
              <Box
                key={source.id}
                sx={{
                  display: "grid",
                  gridTemplateColumns: "1fr 1fr 100px 40px",
                  alignItems: "center",
                  gap: 2,
                  py: 0.6,
                  borderBottom: "1px solid",
                  borderColor: "divider",
                  fontSize: 13,
                  overflowWrap: "anywhere",
                }}
              >
                <span>{source.title}</span>
                <Box component="span" sx={{ color: "text.secondary" }}>
                  {source.fileName}
                </Box>
                <span>{source.drawnAt}</span>
                {mayEdit && <BinButton name={`“${source.title}”`} path={`/api/sources/${source.id}`} />}
              </Box>
            ))}
          </Part>
        </Box>
        <Part title="Particulars">
          <Particulars planSet={planSet} fields={fields} mayEdit={mayEdit} />
        </Part>
      </Box>
    </Page>
  );
}
