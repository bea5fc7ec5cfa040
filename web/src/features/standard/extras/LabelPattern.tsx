"use client";
import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { parseName } from "@hemstitch/core/naming";
import type { Entry, SchemeEntry } from "@hemstitch/core/standard/plain";
import { CODE_FONT } from "../../shell/theme";
import { useDraft } from "../draft";
import { SchemeEditor } from "../SchemeEditor";

/** A label pattern: how it is put together, and a tester for labels. */
export default function LabelPattern({ entry, set }: { entry: Entry; set: (path: string, value: unknown) => void }) {
  const { mayEdit } = useDraft();
  const pattern = entry["pattern"] as SchemeEntry;
  const [text, setText] = useState(pattern.examples.join("\n"));
  return (
    <Box sx={{ mb: 1.5 }}>
      <TextField
        label="Labels to test, one a line"
        multiline
        minRows={2}
        maxRows={8}
        fullWidth
        value={text}
        onChange={(event) => setText(event.target.value)}
        slotProps={{ htmlInput: { style: { fontFamily: CODE_FONT, fontSize: 13 } } }}
      />
      <Box component="ul" sx={{ listStyle: "none", p: 0, my: 1, fontSize: 13 }}>
        {text
          .split("\n")
          .map((label) => label.trim())
          .filter((label) => label !== "")
          .slice(0, 100)
          .map((label, i) => {
            const parsed = parseName(label, pattern);
            return (
              <Box component="li" key={i} sx={{ color: parsed.ok ? "text.primary" : "error.main" }}>
                <code>{label}</code>{" "}
                {parsed.ok
                  ? parsed.parts
                      .map((part) => `${part.title} ${part.text}${part.meaning ? ` (${part.meaning})` : ""}`)
                      .join(", ")
                  : `Character ${parsed.failure.at + 1}: ${parsed.failure.message}`}
              </Box>
            );
          })}
      </Box>
      <Typography variant="h3" sx={{ mb: 1 }}>
        How it is put together
      </Typography>
      <SchemeEditor
        key={String(entry["id"])}
        scheme={pattern}
        mayEdit={mayEdit}
        onChange={(next) => set("pattern", next)}
      />
    </Box>
  );
}
