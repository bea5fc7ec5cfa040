"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Made } from "@/server/forms/answers";
import { sendJson, wordsOf } from "../shared/api";
import { useMay } from "../shared/may";
import { useNotice } from "../shared/Notice";
import { BinLink } from "../bin/BinLink";
import { Empty } from "../shared/Empty";
import { useKept } from "../shared/use-kept";
import { Page, Part } from "../shared/Page";

export interface PlanSetRow {
  readonly id: string;
  readonly name: string;
  readonly units: "metric" | "feet-inches";
  readonly sheets: number;
  readonly sources: number;
  readonly client: string;
}

export function PlanSetList({ rows }: { rows: readonly PlanSetRow[] }) {
  const mayEdit = useMay("edit-plan-set");
  return (
    <Page title="Plan sets" lead="The sheets of each project, on the office's frames." actions={mayEdit && <BinLink />}>
      {rows.length === 0 && (
        <Empty>
          {mayEdit
            ? "A plan set holds what goes out for one project: its sheets, the drawings on them, and the edition of the standard that they are measured by. Sheets are numbered, framed and checked here. Name the first project below."
            : "No plan set is shared with you yet. The office's coordinator shares them."}
        </Empty>
      )}
      {rows.map((row) => (
        <Box
          key={row.id}
          component={Link}
          href={`/plan-sets/${row.id}`}
          sx={{
            display: "grid",
            gridTemplateColumns: "1fr 220px 140px 140px",
            alignItems: "baseline",
            gap: 2,
            py: 1.25,
            px: 1,
            borderBottom: "1px solid",
            borderColor: "divider",
            color: "text.primary",
            textDecoration: "none",
            "&:hover": { bgcolor: "background.paper" },
          }}
        >
          <Typography variant="h2" component="span" sx={{ overflowWrap: "anywhere", color: "primary.main" }}>
            {row.name}
          </Typography>
          <Typography variant="body2" component="span" color="text.secondary">
            {row.client || "client not named"}
          </Typography>
          <Typography variant="body2" component="span">
            {row.units === "metric" ? "metric" : "feet and inches"}
          </Typography>
          <Typography variant="body2" component="span">
            {row.sheets} {row.sheets === 1 ? "sheet" : "sheets"}, {row.sources}{" "}
            {row.sources === 1 ? "drawing" : "drawings"}
          </Typography>
        </Box>
      ))}
      {mayEdit && (
        <Box sx={{ mt: 4, maxWidth: 640 }}>
          <Part title="New plan set">
            <NewPlanSet />
          </Part>
        </Box>
      )}
    </Page>
  );
}

function NewPlanSet() {
  const router = useRouter();
  const notice = useNotice();
  const [name, setName, forget] = useKept("new-plan-set", () => "");
  const [units, setUnits] = useState<PlanSetRow["units"]>("metric");
  const make = async (): Promise<void> => {
    try {
      const { id } = await sendJson<Made>("POST", "/api/plan-sets", { name, units });
      forget();
      router.push(`/plan-sets/${id}`);
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
      sx={{ display: "flex", gap: 1.5, alignItems: "center" }}
    >
      <TextField
        label="Project"
        value={name}
        onChange={({ target: { value } }) => setName(() => value)}
        sx={{ flex: 1 }}
        slotProps={{ htmlInput: { maxLength: 200 } }}
      />
      <TextField
        select
        label="Units"
        value={units}
        onChange={(event) => setUnits(event.target.value as PlanSetRow["units"])}
        sx={{ width: 160 }}
      >
        <MenuItem value="metric">metric</MenuItem>
        <MenuItem value="feet-inches">feet and inches</MenuItem>
      </TextField>
      <Button type="submit" variant="contained" disabled={name.trim() === ""}>
        Make
      </Button>
    </Box>
  );
}
