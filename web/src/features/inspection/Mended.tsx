import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import type { InspectedFileDetail } from "@/server/queries/inspections";

/** What was mended, what was left undone and why, and what was not compared. */
export function Mended({ detail }: { detail: InspectedFileDetail }) {
  const rows = detail.mended ?? [];
  const done = rows.filter((each) => !each.undone && !each.notCompared);
  const undone = rows.filter((each) => each.undone);
  const notCompared = rows.filter((each) => each.notCompared);
  return (
    <Box component="section" sx={{ mt: 1.25, px: 2 }}>
      <Typography variant="h3" sx={{ pb: 0.25, color: "success.main" }}>
        Mended and proved
      </Typography>
      {done.map(({ title, message }, i) => (
        <Typography key={i} variant="body2" sx={{ py: 0.25, overflowWrap: "anywhere" }}>
          ✓ <b>{title}</b>: {message}
        </Typography>
      ))}
      {undone.length > 0 && (
        <Typography variant="h3" sx={{ pt: 1.5, pb: 0.25 }}>
          Not mended, because it could do harm
        </Typography>
      )}
      {undone.map(({ title, message }, i) => (
        <Typography key={i} variant="body2" sx={{ py: 0.25, overflowWrap: "anywhere" }}>
          <b>{title}</b>: {message}
        </Typography>
      ))}
      {notCompared.length > 0 && (
        <Typography variant="h3" sx={{ pt: 1.5, pb: 0.25 }}>
          Proved, but its picture was not compared
        </Typography>
      )}
      {notCompared.map(({ title, message }) => (
        <Typography key={title} variant="body2" sx={{ py: 0.25, overflowWrap: "anywhere" }}>
          <b>{title}</b>: {message}
        </Typography>
      ))}
      {detail.left.length > 0 && (
        <Typography variant="h3" sx={{ pt: 1.5 }}>
          Left to you
        </Typography>
      )}
    </Box>
  );
}
