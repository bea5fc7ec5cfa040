"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import dynamic from "next/dynamic";
import Link from "next/link";
import type { Undecided } from "@hemstitch/core/standard/plain";
import type { TodayState } from "@/server/queries/today";
import { JudgeAgain } from "../inspection/JudgeAgain";
import { undecidedWords } from "../standard/undecided-words";
import { Empty } from "../shared/Empty";
import { Page, Part } from "../shared/Page";
import { PlainTable } from "../shared/PlainTable";
import { SeveritySums } from "../shared/Severity";

const BarChart = dynamic(() => import("./BarChart"), { ssr: false, loading: () => <Box sx={{ height: 160 }} /> });

/** What of the standard waits for somebody. */
export interface StandardState {
  readonly undecided: readonly Undecided[];
  readonly changes: number;
  readonly openRequests: number;
  readonly mayDecide: boolean;
  /** Nobody has written anything into the standard, and who asks may. */
  readonly toBegin: boolean;
}

export interface AnswerRow {
  readonly id: string;
  readonly list: string;
  readonly entryKey: string;
  readonly sample: Readonly<Record<string, unknown>>;
  readonly state: string;
  readonly answer: string;
  readonly decidedBy: string;
}

const row = {
  py: 0.75,
  px: 1,
  borderBottom: "1px solid",
  borderColor: "divider",
  display: "block",
  color: "text.primary",
  textDecoration: "none",
  fontSize: 14,
  "&:hover": { bgcolor: "background.paper" },
} as const;

function StandardWaits({
  standard,
  answers,
  behind,
}: {
  standard: StandardState | null;
  answers: readonly AnswerRow[];
  behind: number;
}) {
  const nothing =
    behind === 0 &&
    answers.length === 0 &&
    (!standard ||
      (standard.openRequests === 0 && standard.undecided.length === 0 && standard.changes === 0 && !standard.toBegin));
  if (nothing) return null;
  return (
    <Part title="The standard">
      {standard?.toBegin && (
        <Empty
          step={
            <Button variant="contained" component={Link} href="/standard/begin">
              Begin the standard
            </Button>
          }
        >
          Drawings are measured against your office&apos;s standard, and nothing is written in it yet. Begin from
          published conventions, or from a standard that you have as a file.
        </Empty>
      )}
      <JudgeAgain behind={behind} />
      {answers.map((answer) => (
        <Box key={answer.id} component={Link} href={`/requests?request=${answer.id}`} sx={row}>
          Your request for {answer.entryKey || String(answer.sample["name"] ?? answer.sample["id"] ?? answer.list)} was{" "}
          {answer.state} by {answer.decidedBy}
        </Box>
      ))}
      {standard !== null && standard.openRequests > 0 && (
        <Box component={Link} href="/requests" sx={row}>
          {standard.openRequests} {standard.openRequests === 1 ? "request is" : "requests are"} open
        </Box>
      )}
      {standard !== null && standard.undecided.length > 0 && (
        <Box component={Link} href="/standard/drawing-kinds?view=chart" sx={row}>
          Undecided in the showing chart: {undecidedWords(standard.undecided)}
        </Box>
      )}
      {standard !== null && standard.changes > 0 && (
        <Box component={Link} href="/standard/editions" sx={row}>
          The draft has {standard.changes} {standard.changes === 1 ? "change" : "changes"} that nobody has published
        </Box>
      )}
    </Part>
  );
}

/** Nothing waits because every drawing conforms, or because none was looked at. */
function NothingWaits({ today }: { today: TodayState }) {
  if (today.conformity.length > 0)
    return (
      <Empty>
        Every drawing that was looked at conforms. <Link href="/inspection">Inspect another.</Link>
      </Empty>
    );
  return (
    <Empty
      step={
        <Button variant="outlined" component={Link} href="/inspection">
          Inspect a drawing
        </Button>
      }
    >
      No drawing has been looked at yet. Hand one in, and what departs from the standard waits for you here, the worst
      first; beside it stands how far each plan set conforms.
    </Empty>
  );
}

/** What needs the coordinator now, and how far each plan set conforms. */
export function TodayView({
  officeName,
  standardName,
  today,
  standard,
  answers,
}: {
  officeName: string;
  standardName: string;
  today: TodayState;
  standard: StandardState | null;
  answers: readonly AnswerRow[];
}) {
  return (
    <Page title="Today" lead={`${officeName}, working by ${standardName}`}>
      <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 3fr) minmax(0, 2fr)", gap: 5 }}>
        <Box>
          {(answers.length > 0 || standard) && (
            <StandardWaits standard={standard} answers={answers} behind={today.behind} />
          )}
          <Part
            title={
              today.waiting.length === 0
                ? "Nothing waits for you"
                : `${today.waiting.length} ${today.waiting.length === 1 ? "drawing waits" : "drawings wait"} for you`
            }
          >
            {today.underWay > 0 && (
              <Typography variant="body2" sx={{ mb: 1 }}>
                {today.underWay} under way
              </Typography>
            )}
            {today.waiting.length === 0 && <NothingWaits today={today} />}
            {today.waiting.map((file) => (
              <Box
                key={file.id}
                component={Link}
                href={`/inspection/${file.inspectionId}?file=${file.id}`}
                sx={{
                  display: "grid",
                  gridTemplateColumns: "1fr auto",
                  gap: 2,
                  py: 1,
                  px: 1,
                  borderBottom: "1px solid",
                  borderColor: "divider",
                  color: "text.primary",
                  textDecoration: "none",
                  "&:hover": { bgcolor: "background.paper" },
                }}
              >
                <Box sx={{ minWidth: 0 }}>
                  <Typography variant="body1" noWrap sx={{ color: "primary.main", fontWeight: 500 }}>
                    {file.name}
                  </Typography>
                  <Typography variant="caption" color="text.secondary">
                    {file.problem ?? file.planSet ?? "no plan set"}
                    {file.mended ? " · mended file ready" : ""}
                  </Typography>
                </Box>
                <Typography variant="body2" component="div" sx={{ alignSelf: "center" }}>
                  <SeveritySums stops={file.stops} mends={file.mends} notes={file.notes} />
                </Typography>
              </Box>
            ))}
          </Part>
        </Box>
        {today.conformity.length > 0 && <Conformity today={today} />}
      </Box>
    </Page>
  );
}

/** How far each plan set conforms, and what is found most. */
function Conformity({ today }: { today: TodayState }) {
  return (
    <Box>
      <Part title="Conformity by plan set">
        <BarChart
          label="Drawings of each plan set by their worst finding"
          rows={today.conformity.map((row) => row.planSet)}
          series={[
            { name: "nothing to mend", colour: "#6E8F76", values: today.conformity.map((row) => row.clean) },
            { name: "to mend", colour: "#C58A2C", values: today.conformity.map((row) => row.mend) },
            { name: "stop", colour: "#9F2B1E", values: today.conformity.map((row) => row.stop) },
          ]}
        />
        <Figures
          head={["Plan set", "Conforms", "Mend", "Stop"]}
          rows={today.conformity.map((row) => [row.planSet, row.clean, row.mend, row.stop])}
        />
      </Part>
      <Part title="Findings by rule family">
        <Figures
          head={["Family", "Findings", "Marks"]}
          rows={today.families.map((row) => [row.title, row.findings, row.marks])}
        />
      </Part>
    </Box>
  );
}

function Figures({ head, rows }: { head: readonly string[]; rows: readonly (readonly [string, ...number[]])[] }) {
  return (
    <PlainTable head={head} figures={head.map((_, i) => i).slice(1)}>
      {rows.map(([name, ...values]) => (
        <tr key={name}>
          <td>{name}</td>
          {values.map((value, i) => (
            <td key={i}>{value}</td>
          ))}
        </tr>
      ))}
    </PlainTable>
  );
}
