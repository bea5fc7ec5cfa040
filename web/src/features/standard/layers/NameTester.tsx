"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { NameGrammar } from "@hemstitch/core/naming";
import { CODE_FONT } from "../../shell/theme";
import { STATE_WORDS, type NameState, type TestedName } from "./test-names";
import { useTestedNames } from "./use-tested-names";

/** What one begins with: two good names of the scheme, and one of them as people mistype it. */
const begun = ({ examples }: NameGrammar): string =>
  [...examples.slice(0, 2), ...examples.slice(0, 1).map((name) => name.toLowerCase())].join("\n");

/** Pasted names, one a line: which are registered, which follow the scheme, and what the others probably mean; out as a table. */
export function NameTester({ scheme, register }: { scheme: NameGrammar; register: readonly string[] }) {
  const [text, setText] = useState(() => begun(scheme));
  const { tested, table, download, cancel } = useTestedNames(text, scheme, register);
  const states = Object.keys(STATE_WORDS) as NameState[];
  return (
    <>
      <TextField
        multiline
        // A field that grows measures thousands of lines at every stroke.
        rows={8}
        fullWidth
        label="Names, one a line"
        value={text}
        onChange={(event) => setText(event.target.value)}
        slotProps={{ htmlInput: { style: { fontFamily: CODE_FONT, fontSize: 13 } } }}
      />
      <Box sx={{ display: "flex", alignItems: "center", gap: 1, mt: 1 }}>
        <Typography variant="body2" role="status" sx={{ flex: 1 }}>
          {tested &&
            states.map((state) => `${tested.sums[state].toLocaleString("en")} ${STATE_WORDS[state]}`).join(", ")}
        </Typography>
        {table === null ? (
          <Button onClick={download} disabled={!tested || tested.names === 0}>
            Download table
          </Button>
        ) : (
          <Button onClick={cancel}>Cancel</Button>
        )}
      </Box>
      {table !== null && <LinearProgress aria-label="Making the table" variant="determinate" value={table * 100} />}
      <Box component="ul" sx={{ listStyle: "none", p: 0, mt: 1 }}>
        {tested?.shown.map((each, i) => (
          <Tested key={i} tested={each} />
        ))}
      </Box>
      {tested && tested.names > tested.shown.length && (
        <Typography variant="body2" color="text.secondary">
          and {(tested.names - tested.shown.length).toLocaleString("en")} more; the table has them all
        </Typography>
      )}
    </>
  );
}

function Tested({ tested: { name, state, words, suggestions } }: { tested: TestedName }) {
  return (
    <Box component="li" sx={{ py: 0.75, borderBottom: "1px solid", borderColor: "divider" }}>
      <Typography variant="body2" sx={{ fontFamily: CODE_FONT, overflowWrap: "anywhere" }}>
        {state === "registered" ? "✓ " : ""}
        {name}
      </Typography>
      <Typography variant="body2" color={state === "malformed" ? "error" : "text.secondary"}>
        {words}
      </Typography>
      {suggestions.length > 0 && (
        <Typography variant="body2">
          Probably meant: <b style={{ fontFamily: CODE_FONT }}>{suggestions.join(", ")}</b>
        </Typography>
      )}
    </Box>
  );
}
