"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useMemo, useState } from "react";
import type { NameGrammar } from "@hemstitch/core/naming";
import { CODE_FONT } from "../../shell/theme";
import { STATE_WORDS, type NameState, type TestedName } from "./test-names";
import { useTestedNames } from "./use-tested-names";

/** What one begins with: two good names of the scheme, and one of them as people mistype it. */
const begun = ({ examples }: NameGrammar): string =>
  [...examples.slice(0, 2), ...examples.slice(0, 1).map((name) => name.toLowerCase())].join("\n");

/** Characters that a browser lays out at once; with a hundred thousand lines it stands still for seconds. */
const MOST_SHOWN = 100_000;

/** What the field shows of a text: all of it, or its first whole lines. */
const beginningOf = (text: string): string =>
  text.length <= MOST_SHOWN ? text : text.slice(0, Math.max(0, text.lastIndexOf("\n", MOST_SHOWN)));

/** Pasted names, one a line: which are registered, which follow the scheme, and what the others probably mean; out as a table. */
export function NameTester({ scheme, register }: { scheme: NameGrammar; register: readonly string[] }) {
  const [text, setText] = useState(() => begun(scheme));
  const shown = useMemo(() => beginningOf(text), [text]);
  const { tested, table, download, cancel } = useTestedNames(text, scheme, register);
  const states = Object.keys(STATE_WORDS) as NameState[];
  return (
    <>
      <TextField
        multiline
        fullWidth
        label="Names, one a line"
        value={shown}
        onChange={(event) => setText(event.target.value)}
        helperText={shown === text ? undefined : "The beginning is shown; all names are tested."}
        slotProps={{
          // The browser's own field: one that grows lays out thousands of lines again at every stroke.
          input: { inputComponent: "textarea" },
          htmlInput: {
            rows: 8,
            readOnly: shown !== text,
            wrap: "off",
            spellCheck: false,
            style: { fontFamily: CODE_FONT, fontSize: 13, resize: "vertical" },
          },
        }}
      />
      <Box sx={{ display: "flex", alignItems: "center", gap: 1, mt: 1 }}>
        <Typography variant="body2" role="status" sx={{ flex: 1 }}>
          {tested &&
            states.map((state) => `${tested.sums[state].toLocaleString("en")} ${STATE_WORDS[state]}`).join(", ")}
        </Typography>
        {shown !== text && <Button onClick={() => setText("")}>Clear</Button>}
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
