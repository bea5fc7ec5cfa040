"use client";
import Box from "@mui/material/Box";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";
import { useDraft } from "../draft";
import { listOf } from "../typed";
import type { DescribedRule } from "@hemstitch/core/standard/plain";
import { CheckTable } from "./CheckTable";
import { KeptField } from "./KeptField";

/** The office itself, and what its drawings are judged by: how each rule counts, and how near is near enough. */
export function ChecksView({ rules }: { rules: readonly DescribedRule[] }) {
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "minmax(0, 1fr)", lg: "minmax(0, 3fr) minmax(220px, 1fr)" },
        gap: { xs: 2.5, lg: 5 },
        height: "100%",
        // On a small screen one stands below the other, and both scroll together.
        overflow: { xs: "auto", lg: "visible" },
      }}
    >
      <Box {...scrolled("Rules")} sx={{ overflow: { lg: "auto" }, minHeight: { lg: 0 }, pb: 2 }}>
        <CheckTable rules={rules} />
      </Box>
      <Box
        {...scrolled("The office and its defaults")}
        sx={{ overflow: { lg: "auto" }, minHeight: { lg: 0 }, pb: 2, pr: 1 }}
      >
        <Section title="The office">
          <Office />
        </Section>
        <Section
          title="Default layers"
          lead="Names that files bring of themselves. A mark on one of them was drawn before the right layer was chosen."
        >
          <DefaultLayers />
        </Section>
      </Box>
    </Box>
  );
}

/** What scrolls is reached by keyboard, also where nothing in it may be changed. */
const scrolled = (label: string) => ({ role: "region", "aria-label": label, tabIndex: 0 }) as const;

const Section = ({ title, lead, children }: { title: string; lead?: string; children: ReactNode }) => (
  <Box component="section" sx={{ mb: 4 }}>
    <Typography variant="h2" sx={{ mb: 0.5 }}>
      {title}
    </Typography>
    {lead && (
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
        {lead}
      </Typography>
    )}
    {children}
  </Box>
);

function Office() {
  const { standard, mayEdit, edit } = useDraft();
  return (
    <Box sx={{ display: "grid", gap: 1.5, mt: 1.5 }}>
      <KeptField
        label="Name of the standard"
        kept={standard.name}
        disabled={!mayEdit}
        problem={(name) => (name.trim() === "" ? "The standard needs a name." : undefined)}
        onKeep={(name) => void edit({ of: "facts", facts: { name: name.trim() } })}
      />
      <TextField
        select
        label="Units where nothing else is said"
        value={standard.units}
        disabled={!mayEdit}
        onChange={(event) => void edit({ of: "facts", facts: { units: event.target.value as typeof standard.units } })}
      >
        <MenuItem value="metric">metric</MenuItem>
        <MenuItem value="feet-inches">feet and inches</MenuItem>
      </TextField>
    </Box>
  );
}

function DefaultLayers() {
  const { standard, mayEdit, edit } = useDraft();
  return (
    <KeptField
      label="Names, with commas between"
      kept={standard.naming.defaultLayers.join(", ")}
      disabled={!mayEdit}
      onKeep={(written) => void edit({ of: "facts", facts: { defaultLayers: listOf(written) } })}
    />
  );
}
