"use client";
import Box from "@mui/material/Box";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { RuleSetting } from "@hemstitch/core/standard/plain";
import { PlainTable } from "../../shared/PlainTable";
import { SeverityShape, type SeverityName } from "../../shared/Severity";
import { CODE_FONT } from "../../shell/theme";
import { useDraft } from "../draft";

/** A rule as the table shows it. */
export interface RuleRow {
  readonly id: string;
  readonly title: string;
  /** How it counts where the standard says nothing. */
  readonly severity: SeverityName;
  readonly mends: boolean;
}

const WORDS: Readonly<Record<RuleSetting["severity"], string>> = {
  stop: "stop: the sheet can't be issued",
  mend: "mend: wrong, but may be waived",
  note: "note",
  off: "not judged",
};

/** Every rule, how it usually counts, and how this standard has it. */
export function CheckTable({ rules }: { rules: readonly RuleRow[] }) {
  return (
    <PlainTable
      label="Rules"
      head={["Rule", "What it says of a drawing", "Mended", "Counts as"]}
      sx={{
        "& thead th": { position: "sticky", top: 0, bgcolor: "background.paper", zIndex: 1 },
        "& td:nth-of-type(2)": { whiteSpace: "nowrap" },
        "& tbody th": { color: "text.primary", fontFamily: CODE_FONT, fontSize: 12.5, whiteSpace: "nowrap" },
      }}
    >
      {rules.map((rule) => (
        <tr key={rule.id}>
          <th scope="row">{rule.id}</th>
          <td>{rule.title}</td>
          <td>{rule.mends ? "by machine" : ""}</td>
          <td>
            <Counts rule={rule} />
          </td>
        </tr>
      ))}
    </PlainTable>
  );
}

const USUAL = "usual";

function Counts({ rule }: { rule: RuleRow }) {
  const { standard, mayEdit, editFacts } = useDraft();
  const said = standard.rules[rule.id]?.severity;
  return (
    <TextField
      select
      fullWidth
      variant="standard"
      value={said ?? USUAL}
      disabled={!mayEdit}
      sx={{ minWidth: 190 }}
      slotProps={{
        htmlInput: { "aria-label": `${rule.id} counts as` },
        input: { disableUnderline: true },
        select: {
          renderValue: () => (
            <Box component="span" sx={{ display: "flex", alignItems: "center", gap: 1, fontSize: 13 }}>
              {said !== "off" && <SeverityShape severity={said ?? rule.severity} />}
              {said === "off" ? "not judged" : (said ?? rule.severity)}
              {said !== undefined && (
                <Box component="span" sx={{ color: "text.secondary" }}>
                  (usually {rule.severity})
                </Box>
              )}
            </Box>
          ),
        },
      }}
      onChange={(event) =>
        void editFacts({
          rule: {
            id: rule.id,
            severity: event.target.value === USUAL ? null : (event.target.value as RuleSetting["severity"]),
          },
        })
      }
    >
      <MenuItem value={USUAL}>as usual: {rule.severity}</MenuItem>
      {Object.entries(WORDS).map(([severity, words]) => (
        <MenuItem key={severity} value={severity}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}
