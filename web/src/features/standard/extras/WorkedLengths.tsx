"use client";
import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { lengthStyle } from "@hemstitch/core/plot";
import { formatLength, parseLength, type Length } from "@hemstitch/core/quantity";
import type { UnitStyleEntry } from "@hemstitch/core/standard/plain";

/** What one begins with: a whole one, one with a rest, and one below zero. */
const SAMPLES = { metric: "3600; 4.05 m; 1237; -600", feet: `14'; 12'-6 1/2"; 0.5"; -7.83 ft` } as const;

const offModule = (length: Length, module: string | undefined): boolean => {
  const step = module === undefined ? undefined : parseLength(module);
  return step?.ok === true && step.value.toNumber() > 0 && !length.mm.mod(step.value.mm).equals(0);
};

/** Lengths that somebody types, written as the style writes them. */
export default function WorkedLengths({ units }: { units: UnitStyleEntry }) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (/feet|inch/.test(units.system) ? SAMPLES.feet : SAMPLES.metric);
  const bare = units.system === "m" ? "m" : units.system === "mm" ? "mm" : "ft";
  return (
    <Box sx={{ mb: 1.5 }}>
      <Typography variant="h3" sx={{ mb: 1 }}>
        Worked examples
      </Typography>
      <TextField
        fullWidth
        label="Lengths in the building, with semicolons between"
        value={text}
        onChange={(event) => setTyped(event.target.value.slice(0, 400))}
      />
      <Box component="table" aria-label="Worked examples" sx={{ fontSize: 13, mt: 0.5, "& td": { pr: 3, py: 0.2 } }}>
        <tbody>
          {text
            .split(";")
            .map((each) => each.trim())
            .filter((each) => each !== "")
            .map((each, i) => {
              const length = parseLength(each, bare);
              return (
                <tr key={i}>
                  <td>{each}</td>
                  {length.ok ? (
                    <>
                      <td>
                        <strong>{formatLength(length.value, lengthStyle(units))}</strong>
                      </td>
                      <Box component="td" sx={{ color: "mend.main" }}>
                        {offModule(length.value, units.module) ? `off the module of ${units.module}` : ""}
                      </Box>
                    </>
                  ) : (
                    <Box component="td" colSpan={2} sx={{ color: "error.main" }}>
                      {length.problem.message}
                    </Box>
                  )}
                </tr>
              );
            })}
        </tbody>
      </Box>
    </Box>
  );
}
