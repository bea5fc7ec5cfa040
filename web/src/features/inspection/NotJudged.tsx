"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { useMemo } from "react";
import { groupedBy } from "@hemstitch/core/base/grouped";
import type { InspectedFileDetail } from "@/server/queries/inspections";
import { RuleName } from "../shared/RuleName";
import { editionNumber } from "./edition-of";

/** What could not be judged, once for each reason, with the rules that wait for it. */
export function NotJudged({ detail }: { detail: InspectedFileDetail }) {
  const reasons = useMemo(() => [...groupedBy(detail.notJudged, ({ reason }) => reason)], [detail]);
  if (reasons.length === 0) return null;
  return (
    <Box component="section" sx={{ mt: 2, px: 2 }}>
      <Typography variant="h3" color="text.secondary">
        Not judged
      </Typography>
      {reasons.map(([reason, rules]) => (
        <Typography key={reason} variant="body2" component="div" color="text.secondary" sx={{ py: 0.25 }}>
          {reason}
          {rules.map(({ rule, title }) => (
            <Box key={rule} sx={{ pl: 1.5 }}>
              <RuleName id={rule} title={title} edition={editionNumber(detail)} />
            </Box>
          ))}
        </Typography>
      ))}
    </Box>
  );
}
