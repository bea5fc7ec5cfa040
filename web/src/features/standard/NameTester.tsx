"use client";
import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useDeferredValue, useMemo, useState } from "react";
import { parseName, suggestNames, type NameGrammar } from "@hemstitch/core/naming";
import { CODE_FONT } from "../shell/theme";

const MOST_SHOWN = 200;

/** Pasted names, one a line: which are registered, which follow the scheme, and what the others probably mean. */
export function NameTester({ scheme, register }: { scheme: NameGrammar; register: readonly string[] }) {
  const [text, setText] = useState("A-WALL\nA-WAL\nwalls\nA_Door");
  const wanted = useDeferredValue(text);
  const known = useMemo(() => new Set(register), [register]);
  const names = useMemo(
    () =>
      wanted
        .split(/\r?\n/)
        .map((name) => name.trim())
        .filter((name) => name !== ""),
    [wanted],
  );
  const results = useMemo(
    () => names.slice(0, MOST_SHOWN).map((name) => tested(name, scheme, known)),
    [names, scheme, known],
  );
  return (
    <>
      <TextField
        multiline
        minRows={4}
        maxRows={10}
        fullWidth
        label="Names, one a line"
        value={text}
        onChange={(event) => setText(event.target.value)}
        slotProps={{ htmlInput: { style: { fontFamily: CODE_FONT, fontSize: 13 } } }}
      />
      <Box component="ul" sx={{ listStyle: "none", p: 0, mt: 1.5 }}>
        {results.map(({ name, state, words, suggestions }, i) => (
          <Box component="li" key={i} sx={{ py: 0.75, borderBottom: "1px solid", borderColor: "divider" }}>
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
        ))}
      </Box>
      {names.length > MOST_SHOWN && (
        <Typography variant="body2" color="text.secondary">
          and {names.length - MOST_SHOWN} more
        </Typography>
      )}
    </>
  );
}

interface Tested {
  readonly name: string;
  readonly state: "registered" | "well-formed" | "malformed";
  readonly words: string;
  readonly suggestions: readonly string[];
}

function tested(name: string, scheme: NameGrammar, register: ReadonlySet<string>): Tested {
  if (register.has(name)) return { name, state: "registered", words: "In the register", suggestions: [] };
  const suggestions = suggestNames(name, scheme, register).map((each) => each.name);
  const parsed = parseName(name, scheme);
  if (parsed.ok)
    return { name, state: "well-formed", words: "Follows the scheme, but is not in the register", suggestions };
  return {
    name,
    state: "malformed",
    words: `Character ${parsed.failure.at + 1}: ${parsed.failure.message}`,
    suggestions,
  };
}
