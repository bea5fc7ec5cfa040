"use client";
import Box from "@mui/material/Box";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useEffect, useMemo, useState } from "react";
import type { Drawing } from "@hemstitch/core/drawing";
import { asKind } from "@hemstitch/core/plot/as-kind";
import { Empty } from "../../shared/Empty";
import { fetchDrawing } from "../../shared/packed";
import { wordsOf } from "../../shared/api";
import { OneOf } from "../../shared/OneOf";
import { SheetView } from "../../sheet-view/SheetView";
import { useDraft } from "../draft";

const NO_FLAGS: readonly never[] = [];
const NO_PLACES: readonly number[] = [];

/** A kept drawing of a plan set as each drawing kind would show and plot it, by the draft as it stands. */
export default function KindPreview({
  samples,
}: {
  samples: readonly { readonly fileId: string; readonly name: string }[];
}) {
  const { standard } = useDraft();
  const [fileId, setFileId] = useState(samples[0]?.fileId ?? "");
  const [kind, setKind] = useState(standard.kinds[0]?.id ?? "");
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    if (fileId === "") return;
    let wanted = true;
    fetchDrawing(`/api/inspected/${fileId}/drawing?state=before`)
      .then((fetched) => wanted && setDrawing(fetched))
      .catch((error: unknown) => wanted && setProblem(wordsOf(error)));
    return () => {
      wanted = false;
    };
  }, [fileId]);
  const shown = useMemo(() => drawing && asKind(drawing, standard, kind), [drawing, standard, kind]);
  const undecided = drawing
    ? drawing.layers
        .filter(
          (layer) =>
            standard.layers.some((each) => each.name === layer.name) &&
            standard.showing[layer.name]?.[kind] === undefined,
        )
        .map((layer) => layer.name)
    : [];
  if (samples.length === 0)
    return (
      <Typography sx={{ p: 2 }}>Inspect a drawing of a plan set; it can then be seen here as each kind.</Typography>
    );
  if (standard.kinds.length === 0)
    return (
      <Empty>
        Here a drawing is shown as one kind would show it. The standard has no drawing kinds yet: add one under Drawing
        kinds.
      </Empty>
    );
  return (
    <Box sx={{ height: "100%", display: "flex", flexDirection: "column", minHeight: 0 }}>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", mb: 1 }}>
        <OneOf
          label="Drawing kind"
          options={standard.kinds.map((each) => [each.id, each.title || each.id])}
          value={kind}
          onChange={setKind}
        />
        <Box sx={{ flex: 1 }} />
        <TextField
          select
          label="Drawing"
          value={fileId}
          onChange={(event) => setFileId(event.target.value)}
          sx={{ width: 260 }}
        >
          {samples.map((sample) => (
            <MenuItem key={sample.fileId} value={sample.fileId}>
              {sample.name}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      {undecided.length > 0 && (
        <Typography variant="body2" sx={{ color: "mend.main" }}>
          Undecided, shown as drawn: {undecided.join(", ")}
        </Typography>
      )}
      {problem && (
        <Typography role="alert" color="error">
          {problem}
        </Typography>
      )}
      <Box sx={{ flex: 1, minHeight: 0 }}>
        {shown && (
          <SheetView
            drawing={shown}
            page={1}
            flags={NO_FLAGS}
            selected={null}
            places={NO_PLACES}
            label={`The drawing as ${kind}`}
          />
        )}
      </Box>
    </Box>
  );
}
