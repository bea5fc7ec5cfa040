"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Link from "next/link";
import Typography from "@mui/material/Typography";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { useMay } from "../shared/may";
import { BinButton } from "../bin/BinButton";
import { BinLink } from "../bin/BinLink";
import { Empty } from "../shared/Empty";
import { Page, Part } from "../shared/Page";
import { PlainTable } from "../shared/PlainTable";
import { SeveritySums } from "../shared/Severity";
import { useNotice } from "../shared/Notice";
import { wordsOf } from "../shared/api";
import { megabytes } from "@hemstitch/core/quantity";
import { keepPainterReady, type ExactPicture } from "../sheet-view/exact/exact-picture";
import { beginPicture } from "./first-pictures";
import { FirstLook } from "./FirstLook";
import { uploadFiles, type Progress } from "./upload";

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

function DropZone({ maxBytes, planSetId }: { maxBytes: number; planSetId: string | null }) {
  const router = useRouter();
  const notice = useNotice();
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [sending, setSending] = useState<Progress | null>(null);
  const [look, setLook] = useState<{ readonly picture: ExactPicture; readonly name: string } | null>(null);
  useEffect(keepPainterReady, []);
  const cancelling = useRef<AbortController | null>(null);
  const send = async (list: FileList | null): Promise<void> => {
    const files = [...(list ?? [])];
    if (files.length === 0) return;
    const cancel = (cancelling.current = new AbortController());
    setLook(null);
    const begun = beginPicture(files);
    void begun?.picture.then(
      (picture) => setLook({ picture, name: begun.name }),
      () => undefined,
    );
    try {
      const { id, sent, refused } = await uploadFiles(files, maxBytes, planSetId, setSending, cancel.signal);
      if (refused.length > 0) notice(refused.join("\n"), "error");
      // What is shown stays until the page with the inspection takes its place.
      if (sent > 0) return router.push(`/inspection/${id}`);
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
    setSending(null);
  };
  return (
    <Box
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void send(event.dataTransfer.files);
      }}
      sx={{
        border: "2px dashed",
        borderColor: over ? "secondary.main" : "divider",
        bgcolor: "background.paper",
        borderRadius: 1,
        py: 5,
        mb: 3,
        textAlign: "center",
      }}
    >
      <input
        ref={input}
        type="file"
        multiple
        accept=".pdf,application/pdf"
        hidden
        data-testid="files"
        onChange={(event) => void send(event.target.files)}
      />
      {sending ? (
        <>
          <SendingBar progress={sending} onCancel={() => cancelling.current?.abort()} />
          {look && (
            <Box sx={{ position: "relative", height: "56vh", mt: 2 }}>
              <FirstLook {...look} />
            </Box>
          )}
        </>
      ) : (
        <>
          <Typography variant="h2" sx={{ mb: 0.5 }}>
            Drop drawings here
          </Typography>
          <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
            Layered PDF, several at once, up to {megabytes(maxBytes)} each
          </Typography>
          <Button variant="contained" onClick={() => input.current?.click()}>
            Choose files
          </Button>
        </>
      )}
    </Box>
  );
}

function SendingBar({ progress, onCancel }: { progress: Progress; onCancel: () => void }) {
  const { name, nth, files, bytes, ofBytes, waiting } = progress;
  return (
    <Box sx={{ width: 420, maxWidth: "90%", mx: "auto" }} aria-live="polite">
      <Typography variant="body2" noWrap sx={{ mb: 1 }}>
        {files > 1 ? `${nth} of ${files}: ` : ""}
        {name}
      </Typography>
      <LinearProgress
        aria-label="Sending files"
        variant="determinate"
        color={waiting ? "warning" : "primary"}
        value={ofBytes === 0 ? 0 : (bytes / ofBytes) * 100}
      />
      <Box sx={{ display: "flex", alignItems: "center", justifyContent: "space-between", mt: 0.5 }}>
        <Typography variant="body2" color="text.secondary">
          {waiting
            ? "The server can't be reached. The upload goes on by itself as soon as it can."
            : `${megabytes(bytes)} of ${megabytes(ofBytes)}`}
        </Typography>
        <Button size="small" onClick={onCancel}>
          Cancel
        </Button>
      </Box>
    </Box>
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
