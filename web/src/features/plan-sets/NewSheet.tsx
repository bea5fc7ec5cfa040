"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { nextNumber, parseName, type NameGrammar } from "@hemstitch/core/naming";
import type { Made } from "@/server/forms/answers";
import { sendJson, wordsOf } from "../shared/api";
import { useNotice } from "../shared/Notice";
import { useKept } from "../shared/use-kept";
import type { FrameShape } from "./rows";

/** Adds a sheet: its number is proposed, and checked by the scheme as one types. */
export function NewSheet({
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
  // What somebody has begun to type is there again when they come back.
  const [title, setTitle, forgetTitle] = useKept(`new-sheet ${planSetId}`, () => "");
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
      forgetTitle();
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
      <TextField
        label="Title"
        value={title}
        onChange={({ target: { value } }) => setTitle(() => value)}
        sx={{ flex: 1 }}
      />
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
