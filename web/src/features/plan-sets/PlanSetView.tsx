"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { nextNumber, parseName, type NameGrammar } from "@hemstitch/core/naming";
import type { Made } from "@/server/answers";
import { BinButton } from "../bin/BinButton";
import { BinLink } from "../bin/BinLink";
import { useBin } from "../bin/use-bin";
import { Empty } from "../shared/Empty";
import { sendJson, wordsOf } from "../shared/api";
import { useMay } from "../shared/may";
import { useNotice } from "../shared/Notice";
import { Page, Part } from "../shared/Page";
import { PlainTable } from "../shared/PlainTable";
import { CODE_FONT } from "../shell/theme";

export interface FrameShape {
  readonly id: string;
  readonly title: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly block: { readonly widthMm: number; readonly heightMm: number };
}

export interface SheetRow {
  readonly id: string;
  readonly number: string;
  readonly title: string;
  readonly frame: string;
  readonly revision: string;
  readonly scale: string | null;
  readonly empty: number;
}

export interface SourceRow {
  readonly id: string;
  readonly title: string;
  readonly fileName: string;
  readonly drawnAt: string;
  readonly madeAt: string;
}

export interface ParticularField {
  readonly field: string;
  readonly label: string;
}

interface Props {
  readonly planSet: {
    readonly id: string;
    readonly name: string;
    readonly units: string;
    readonly version: number;
    readonly particulars: Readonly<Record<string, string>>;
  };
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

/** Millimetres of paper in one pixel of a thumbnail. */
const MM_A_PIXEL = 5.2;

function Thumbnails({
  planSetId,
  sheets,
  frames,
}: {
  planSetId: string;
  sheets: readonly SheetRow[];
  frames: readonly FrameShape[];
}) {
  return (
    <Box sx={{ display: "flex", gap: 2, flexWrap: "wrap", alignItems: "flex-end", mb: 2 }}>
      {sheets.map((sheet) => {
        const frame = frames.find((each) => each.id === sheet.frame);
        const [width, height] = [(frame?.widthMm ?? 420) / MM_A_PIXEL, (frame?.heightMm ?? 297) / MM_A_PIXEL];
        return (
          <Box
            key={sheet.id}
            component={Link}
            href={`/plan-sets/${planSetId}/sheets/${sheet.id}`}
            sx={{ color: "text.primary", textDecoration: "none", fontSize: 12, textAlign: "center" }}
          >
            <svg
              width={width}
              height={height}
              viewBox={`0 0 ${frame?.widthMm ?? 420} ${frame?.heightMm ?? 297}`}
              style={{ display: "block", background: "#fff", boxShadow: "0 1px 2px rgba(27,42,65,.25)" }}
              aria-hidden
            >
              <rect
                x={20}
                y={10}
                width={(frame?.widthMm ?? 420) - 30}
                height={(frame?.heightMm ?? 297) - 20}
                fill="none"
                stroke="#1B2A41"
                strokeWidth={3}
              />
              {frame && (
                <rect
                  x={frame.widthMm - 10 - frame.block.widthMm}
                  y={frame.heightMm - 10 - frame.block.heightMm}
                  width={frame.block.widthMm}
                  height={frame.block.heightMm}
                  fill={sheet.empty > 0 ? "#F3D9A8" : "#E3E7EE"}
                  stroke="#1B2A41"
                  strokeWidth={2}
                />
              )}
              {sheet.scale && (
                <rect
                  x={60}
                  y={50}
                  width={(frame?.widthMm ?? 420) * 0.55}
                  height={(frame?.heightMm ?? 297) * 0.5}
                  fill="none"
                  stroke="#8A93A3"
                  strokeWidth={4}
                />
              )}
            </svg>
            <Box component="span" sx={{ fontFamily: CODE_FONT }}>
              {sheet.number}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}

/** A whole plan set goes to the bin, and the list of sets takes its place. */
function TakeSetAway({ id }: { id: string }) {
  const router = useRouter();
  const { takeAway } = useBin();
  return (
    <>
      <Button
        color="inherit"
        onClick={() =>
          void takeAway(
            `/api/plan-sets/${id}`,
            () => router.push("/plan-sets"),
            () => router.push(`/plan-sets/${id}`),
          )
        }
      >
        Move plan set to the bin
      </Button>
      <BinLink />
    </>
  );
}

function SheetTable({
  planSetId,
  sheets,
  mayEdit,
}: {
  planSetId: string;
  sheets: readonly SheetRow[];
  mayEdit: boolean;
}) {
  if (sheets.length === 0)
    return (
      <Empty>
        Sheets are what goes out: each has a number and a title, one of the standard&apos;s frames, and drawings placed
        at their scale. Say a title and choose a frame below; the next free number is given.
      </Empty>
    );
  return (
    <PlainTable head={["Number", "Title", "Frame", "Scale", "Rev.", "Title block", ...(mayEdit ? ["Bin"] : [])]}>
      {sheets.map((sheet) => (
        <tr key={sheet.id}>
          <td>
            <Box
              component={Link}
              href={`/plan-sets/${planSetId}/sheets/${sheet.id}`}
              sx={{ fontFamily: CODE_FONT, color: "primary.main" }}
            >
              {sheet.number}
            </Box>
          </td>
          <td>{sheet.title}</td>
          <td>{sheet.frame}</td>
          <td>{sheet.scale ?? "nothing placed"}</td>
          <td>{sheet.revision || "–"}</td>
          <td>{sheet.empty === 0 ? "filled" : `${sheet.empty} empty`}</td>
          {mayEdit && (
            <td>
              <BinButton name={`sheet ${sheet.number}`} path={`/api/sheets/${sheet.id}`} />
            </td>
          )}
        </tr>
      ))}
    </PlainTable>
  );
}

function NewSheet({
  planSetId,
  frames,
  numbering,
  taken,
}: {
  planSetId: string;
  frames: readonly FrameShape[];
  numbering: NameGrammar;
  taken: readonly string[];
}) {
  const router = useRouter();
  const notice = useNotice();
  const [number, setNumber] = useState(() => nextNumber(taken, numbering) ?? "");
  const [title, setTitle] = useState("");
  const [frame, setFrame] = useState(frames[0]?.id ?? "");
  const parsed = number === "" ? null : parseName(number, numbering);
  const wrong = taken.includes(number) ? "This number is taken." : parsed && !parsed.ok ? parsed.failure.message : null;
  const make = async (): Promise<void> => {
    try {
      const { id } = await sendJson<Made>("POST", `/api/plan-sets/${planSetId}/sheets`, {
        number,
        title,
        frame,
      });
      router.push(`/plan-sets/${planSetId}/sheets/${id}`);
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
      sx={{ display: "flex", gap: 1, mt: 1.5, alignItems: "flex-start" }}
    >
      <TextField
        label="Number"
        placeholder={numbering.examples[0] ?? ""}
        value={number}
        onChange={(event) => setNumber(event.target.value.toUpperCase())}
        error={wrong !== null}
        helperText={wrong}
        sx={{ width: 130 }}
      />
      <TextField label="Title" value={title} onChange={(event) => setTitle(event.target.value)} sx={{ flex: 1 }} />
      <TextField
        select
        label="Frame"
        value={frame}
        onChange={(event) => setFrame(event.target.value)}
        sx={{ width: 120 }}
      >
        {frames.map((each) => (
          <MenuItem key={each.id} value={each.id}>
            {each.id}
          </MenuItem>
        ))}
      </TextField>
      <Button type="submit" variant="outlined" disabled={number === "" || wrong !== null} sx={{ height: 38 }}>
        Add sheet
      </Button>
    </Box>
  );
}

function Particulars({ planSet, fields, mayEdit }: Pick<Props, "planSet" | "fields"> & { mayEdit: boolean }) {
  const router = useRouter();
  const notice = useNotice();
  const [values, setValues] = useState<Record<string, string>>({ ...planSet.particulars });
  const changed = fields.some(({ field }) => (values[field] ?? "") !== (planSet.particulars[field] ?? ""));
  const save = async (): Promise<void> => {
    try {
      await sendJson("PATCH", `/api/plan-sets/${planSet.id}`, { version: planSet.version, particulars: values });
      notice("The particulars are stored; every sheet of the set is filled from them.");
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      sx={{ display: "flex", flexDirection: "column", gap: 1.5, pt: 0.5 }}
    >
      {fields.map(({ field, label }) => {
        const empty = (values[field] ?? "").trim() === "";
        return (
          <TextField
            key={field}
            label={label}
            value={values[field] ?? ""}
            onChange={(event) => setValues({ ...values, [field]: event.target.value })}
            color={empty ? "secondary" : "primary"}
            focused={empty && mayEdit ? true : undefined}
            helperText={empty ? "empty on every sheet" : undefined}
            slotProps={{ htmlInput: { maxLength: 4000, readOnly: !mayEdit } }}
            // The colour of the edge says that it is empty; as a colour of letters it is too pale.
            sx={{ "& .MuiInputLabel-root.Mui-focused": { color: "text.primary" } }}
          />
        );
      })}
      {mayEdit && (
        <Button type="submit" variant="contained" disabled={!changed}>
          Store particulars
        </Button>
      )}
    </Box>
  );
}
