"use client";
import Box from "@mui/material/Box";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { severityIn, type DescribedRule, type RuleSetting } from "@hemstitch/core/standard/plain";
import { PlainTable } from "../../shared/PlainTable";
import { RuleName } from "../../shared/RuleName";
import { SeverityShape } from "../../shared/Severity";
import { useDraft } from "../draft";
import { FigureField } from "./FigureField";

type Severity = NonNullable<RuleSetting["severity"]>;

const WORDS: Readonly<Record<Severity, string>> = {
  stop: "stop: the sheet can't be issued",
  mend: "mend: wrong, but may be waived",
  note: "note",
  off: "not judged",
};

/** Every rule, how it usually counts, how this standard has it, and its figures. */
export function CheckTable({ rules }: { rules: readonly DescribedRule[] }) {
  return (
    <PlainTable
      label="Rules"
      head={["What is found", "Figures", "Mended", "Counts as"]}
      sx={{
        "& thead th": { position: "sticky", top: 0, bgcolor: "background.paper", zIndex: 1 },
        "& tbody th": { color: "text.primary", minWidth: 200, lineHeight: 1.5 },
        "& td:nth-of-type(1) > *": { my: 0.5 },
        "& td:nth-of-type(2)": { whiteSpace: "nowrap" },
      }}
    >
      {rules.map((rule) => (
        <tr key={rule.id}>
          <th scope="row">
            <RuleName id={rule.id} title={rule.title} />
          </th>
          <td>
            {rule.parameters.map((parameter) => (
              <FigureField key={parameter.name} rule={rule} parameter={parameter} />
            ))}
          </td>
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

function Counts({ rule }: { rule: DescribedRule }) {
  const { standard, mayEdit, edit } = useDraft();
  const { severity: said, ...rest } = standard.rules[rule.id] ?? {};
  const counts = severityIn(standard, rule);
  const choose = (severity: string): void =>
    void edit({
      of: "rules",
      rules: { [rule.id]: severity === USUAL ? rest : { ...rest, severity: severity as Severity } },
    });
  return (
    <TextField
      select
      fullWidth
      variant="standard"
      value={said ?? USUAL}
      disabled={!mayEdit}
      sx={{ minWidth: 150 }}
      slotProps={{
        htmlInput: { "aria-label": `${rule.title} counts as` },
        input: { disableUnderline: true },
        select: {
          renderValue: () => (
            <Box component="span" sx={{ display: "flex", alignItems: "center", gap: 1, fontSize: 13 }}>
              {counts !== "off" && <SeverityShape severity={counts} />}
              {counts === "off" ? "not judged" : counts}
              {said !== undefined && (
                <Box component="span" sx={{ color: "text.secondary" }}>
                  (usually {rule.severity})
                </Box>
              )}
            </Box>
          ),
        },
      }}
      onChange={(event) => choose(event.target.value)}
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
