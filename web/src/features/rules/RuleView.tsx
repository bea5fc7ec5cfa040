"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import Link from "next/link";
import type { ReactNode } from "react";
import { figureInWords, type DescribedRule, type RuleSetting } from "@hemstitch/core/standard/plain";
import { Page } from "../shared/Page";
import { PlainTable } from "../shared/PlainTable";
import { SeverityShape } from "../shared/Severity";
import { CODE_FONT } from "../shell/theme";

/** Text between back quotes is a name as it stands in a file. */
const withNames = (text: string): ReactNode[] =>
  text.split("`").map((part, i) => (i % 2 === 1 ? <code key={i}>{part}</code> : part));

const Said = ({ title, text }: { title: string; text: string }) => (
  <Box component="section" sx={{ mb: 2 }}>
    <Typography variant="h3" component="h2">
      {title}
    </Typography>
    <Typography variant="body1">{withNames(text)}</Typography>
  </Box>
);

/** What a rule measures, why, right and wrong, what it can't see, and how the office has it. */
export function RuleView({
  rule,
  family,
  setting,
  standardName,
  mayOpenChecks,
}: {
  rule: DescribedRule;
  family: string;
  setting: RuleSetting;
  standardName: string;
  mayOpenChecks: boolean;
}) {
  const { id, title, severity, needs, reads, parameters, page } = rule;
  const counts = setting.severity ?? severity;
  return (
    <Page title={title} lead={`${family}: one of the rules by which drawings are judged.`}>
      <Box sx={{ maxWidth: 760 }}>
        <Typography
          variant="body1"
          component="p"
          sx={{ display: "flex", alignItems: "center", gap: 1, mb: 2.5, flexWrap: "wrap" }}
        >
          {counts !== "off" && <SeverityShape severity={counts} />}
          {counts === "off" ? "Not judged" : `Counts as ${counts}`} by {standardName}
          {counts !== severity && <span>(usually {severity})</span>}
          <Box component="span" sx={{ fontFamily: CODE_FONT, fontSize: 12, color: "text.secondary" }}>
            {id}
          </Box>
          {mayOpenChecks && (
            <Link href="/standard/checks" style={{ color: "inherit" }}>
              Change it under Checks
            </Link>
          )}
        </Typography>
        <Said title="What it measures" text={page.measures} />
        <Said title="Why" text={page.why} />
        <Box sx={{ display: "grid", gridTemplateColumns: { xs: "1fr", sm: "1fr 1fr" }, gap: 3 }}>
          <Said title="Right" text={page.right} />
          <Said title="Wrong" text={page.wrong} />
        </Box>
        <Said title="What it can't see" text={page.cannotSee} />
        <Said title="What a machine can mend" text={page.mend} />
        {needs.length > 0 && (
          <Said title="What it needs" text={`${needs.join(", ")}. Without them it is told as not judged.`} />
        )}
        {reads.length > 0 && (
          <Box component="section" sx={{ mb: 2 }}>
            <Typography variant="h3" component="h2">
              What it goes by
            </Typography>
            <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
              {reads.map((each) => (
                <Typography key={each} component="li" variant="body1">
                  {each}
                </Typography>
              ))}
            </Box>
          </Box>
        )}
        {parameters.length > 0 && (
          <PlainTable label="Figures" head={["Figure", "Here", "Usually", "What it decides"]}>
            {parameters.map(({ name, title: called, unit, usual, sentence }) => (
              <tr key={name}>
                <th scope="row">{called}</th>
                <td>{figureInWords(setting.parameters?.[name] ?? usual, unit)}</td>
                <td>{figureInWords(usual, unit)}</td>
                <td>{sentence}</td>
              </tr>
            ))}
          </PlainTable>
        )}
      </Box>
    </Page>
  );
}
