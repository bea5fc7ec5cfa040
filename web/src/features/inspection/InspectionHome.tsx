"use client";
import Box from "@mui/material/Box";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Link from "next/link";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useMay } from "../shared/may";
import { BinButton } from "../bin/BinButton";
import { BinLink } from "../bin/BinLink";
import { DropZone } from "./DropZone";
import { Empty } from "../shared/Empty";
import { Page, Part } from "../shared/Page";
import { PlainTable } from "../shared/PlainTable";
import { SeveritySums } from "../shared/Severity";

export interface InspectionRow {
  readonly id: string;
  readonly name: string;
  readonly madeAt: string;
  readonly planSet: string | null;
  readonly files: number;
  readonly busy: number;
  readonly stops: number;
  readonly mends: number;
  readonly notes: number;
  /** Whether the asker may move it to the bin. */
  readonly mayTake: boolean;
}

interface Props {
  readonly inspections: readonly InspectionRow[];
  readonly planSets: readonly { readonly id: string; readonly name: string }[];
  readonly maxBytes: number;
}

export function InspectionHome({ inspections, planSets, maxBytes }: Props) {
  // Who is from outside hands in to one of the plan sets that are shared with them.
  const fromOutside = !useMay("see-office");
  const [planSet, setPlanSet] = useState<string | null>(fromOutside ? (planSets[0]?.id ?? null) : null);
  return (
    <Page title="Inspection" lead="Measures drawings against the office standard.">
      {fromOutside && planSets.length === 0 ? (
        <Typography sx={{ mb: 3 }}>
          No plan set is shared with you yet, so there is nothing to hand drawings in to. The office&apos;s coordinator
          shares them.
        </Typography>
      ) : (
        <>
          {planSets.length > 0 && (
            <TextField
              select
              label="Drawings of"
              value={planSet ?? ""}
              onChange={(event) => setPlanSet(event.target.value || null)}
              sx={{ width: 320, mb: 1.5 }}
              slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
            >
              {!fromOutside && <MenuItem value="">no plan set</MenuItem>}
              {planSets.map(({ id, name }) => (
                <MenuItem key={id} value={id}>
                  {name}
                </MenuItem>
              ))}
            </TextField>
          )}
          <DropZone maxBytes={maxBytes} planSetId={planSet} />
        </>
      )}
      <Part title="Looked at before" actions={<BinLink />}>
        {inspections.length === 0 ? (
          <Empty>
            Each hand-in stays here with what was found in its drawings, so that the next one can be held against it.
            Begin by dropping a PDF above. One that was written with layers says the most; without them only widths,
            texts and the sheet are measured.
          </Empty>
        ) : (
          <InspectionTable rows={inspections} />
        )}
      </Part>
    </Page>
  );
}

function InspectionTable({ rows }: { rows: readonly InspectionRow[] }) {
  return (
    <PlainTable head={["Inspection", "Plan set", "Files", "Found", "When", "Bin"]} figures={[2]}>
      {rows.map((row) => (
        <tr key={row.id}>
          <td>
            <Box component={Link} href={`/inspection/${row.id}`} sx={{ color: "primary.main", fontWeight: 500 }}>
              {row.name}
            </Box>
          </td>
          <td>{row.planSet ?? "–"}</td>
          <td>{row.files}</td>
          <td>
            {row.busy > 0 ? (
              `${row.busy} under way`
            ) : (
              <SeveritySums stops={row.stops} mends={row.mends} notes={row.notes} />
            )}
          </td>
          <td>{new Date(row.madeAt).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}</td>
          <td>{row.mayTake && <BinButton name={`“${row.name}”`} path={`/api/inspections/${row.id}`} />}</td>
        </tr>
      ))}
    </PlainTable>
  );
}
