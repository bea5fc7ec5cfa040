"use client";
import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { buildName, type NameGrammar } from "@hemstitch/core/naming";
import { CODE_FONT } from "../../shell/theme";

/** Builds a name field by field from the codes of the scheme. */
export function NameBuilder({
  scheme,
  taken,
  mayAdd,
  onAdd,
}: {
  scheme: NameGrammar;
  taken: readonly string[];
  mayAdd: boolean;
  onAdd: (name: string) => void;
}) {
  const [codes, setCodes] = useState<Record<string, string>>(() =>
    Object.fromEntries(scheme.fields.filter((field) => field.usual).map((field) => [field.id, field.usual ?? ""])),
  );
  const built = buildName(codes, scheme);
  const known = built.ok && taken.includes(built.value);
  return (
    <Box sx={{ display: "flex", flexDirection: "column", gap: 1.25 }}>
      {scheme.fields.map((field) => (
        <Autocomplete
          key={field.id}
          freeSolo
          size="small"
          options={(field.codes ?? []).map((each) => each.code)}
          inputValue={codes[field.id] ?? ""}
          onInputChange={(_event, value) => setCodes((was) => ({ ...was, [field.id]: value.toUpperCase() }))}
          renderOption={({ key, ...props }, code) => (
            <Box component="li" key={key} {...props} sx={{ gap: 1.5 }}>
              <Box component="span" sx={{ fontFamily: CODE_FONT, minWidth: 48 }}>
                {code}
              </Box>
              <Typography variant="body2" color="text.secondary">
                {field.codes?.find((each) => each.code === code)?.meaning}
              </Typography>
            </Box>
          )}
          filterOptions={(options, { inputValue }) =>
            options.filter(
              (code) => code.startsWith(inputValue.toUpperCase()) || meaningHas(field.codes, code, inputValue),
            )
          }
          renderInput={(params) => (
            <TextField {...params} label={`${field.title}${field.required ? "" : " (may be left out)"}`} />
          )}
        />
      ))}
      <Typography variant="h2" component="output" sx={{ fontFamily: CODE_FONT, minHeight: 24 }}>
        {built.ok ? built.value : "–"}
      </Typography>
      <Typography variant="body2" color={built.ok ? "text.secondary" : "error"}>
        {built.ok
          ? known
            ? "Already in the register"
            : "Follows the scheme and is not in the register yet"
          : built.problem.message}
      </Typography>
      <Box>
        <Button
          variant="contained"
          disabled={!built.ok || known || !mayAdd}
          onClick={() => built.ok && onAdd(built.value)}
        >
          Add to the register
        </Button>
      </Box>
    </Box>
  );
}

const meaningHas = (codes: NameGrammar["fields"][number]["codes"], code: string, words: string): boolean =>
  words.length > 1 &&
  (codes
    ?.find((each) => each.code === code)
    ?.meaning.toLowerCase()
    .includes(words.toLowerCase()) ??
    false);
