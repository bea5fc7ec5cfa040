"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useDeferredValue, useMemo, useState } from "react";
import { parseName, suggestNames, type NameGrammar } from "@hemstitch/core/naming";
import { saveFile } from "../../shared/save-file";
import { CODE_FONT } from "../../shell/theme";

const MOST_SHOWN = 200;

const WORDS = { registered: "in the register", "well-formed": "follows the scheme", malformed: "fails" } as const;

/** What one begins with: two good names of the scheme, and one of them as people mistype it. */
const begun = ({ examples }: NameGrammar): string =>
  [...examples.slice(0, 2), ...examples.slice(0, 1).map((name) => name.toLowerCase())].join("\n");

/** Pasted names, one a line: which are registered, which follow the scheme, and what the others probably mean; out as a table. */
export function NameTester({ scheme, register }: { scheme: NameGrammar; register: readonly string[] }) {
  const [text, setText] = useState(() => begun(scheme));
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
  const states = useMemo(() => names.map((name) => stateOf(name, scheme, known)), [names, scheme, known]);
  const results = useMemo(
    () =>
      names.slice(0, MOST_SHOWN).map((name, i) => ({
        ...(states[i] ?? NOTHING),
        name,
        suggestions: suggested(name, states[i] ?? NOTHING, scheme, known),
      })),
    [names, states, scheme, known],
  );
  const sums = (["registered", "well-formed", "malformed"] as const).map(
    (state) => `${states.filter((each) => each.state === state).length.toLocaleString("en")} ${WORDS[state]}`,
  );
  const download = async (): Promise<void> => {
    const { writeCsv } = await import("@hemstitch/core/tables/csv");
    const csv = writeCsv({
      title: "Tested names",
      columns: ["Name", "State", "Where it fails", "Probably meant"],
      rows: names.map((name, i) => {
        const state = states[i] ?? NOTHING;
        return [name, WORDS[state.state], state.words, suggested(name, state, scheme, known).join(" ")];
      }),
    });
    saveFile(csv, "tested-names.csv", "text/csv");
  };
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
          {sums.join(", ")}
        </Typography>
        <Button onClick={() => void download()} disabled={names.length === 0}>
          Download table
        </Button>
      </Box>
      <Box component="ul" sx={{ listStyle: "none", p: 0, mt: 1 }}>
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
          and {(names.length - MOST_SHOWN).toLocaleString("en")} more; the table has them all
        </Typography>
      )}
    </>
  );
}

interface Tested {
  readonly state: keyof typeof WORDS;
  readonly words: string;
}

const NOTHING: Tested = { state: "malformed", words: "" };

function stateOf(name: string, scheme: NameGrammar, register: ReadonlySet<string>): Tested {
  if (register.has(name)) return { state: "registered", words: "In the register" };
  const parsed = parseName(name, scheme);
  if (parsed.ok) return { state: "well-formed", words: "Follows the scheme, but is not in the register" };
  return { state: "malformed", words: `Character ${parsed.failure.at + 1}: ${parsed.failure.message}` };
}

const suggested = (name: string, { state }: Tested, scheme: NameGrammar, register: ReadonlySet<string>): string[] =>
  state === "registered" ? [] : suggestNames(name, scheme, register).map((each) => each.name);
