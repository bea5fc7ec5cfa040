"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Typography from "@mui/material/Typography";
import { LISTS, type Conflict, type ListName } from "@hemstitch/core/standard/plain";
import { ComparedEntries, differing } from "./ComparedEntries";

/** Two people changed the same entry: what each made of it, and the choice. Nothing is lost before it is made. */
export function ConflictDialog({
  list,
  conflicts,
  onTheirs,
  onMine,
}: {
  list: ListName;
  conflicts: readonly Conflict[];
  onTheirs: () => void;
  onMine: () => void;
}) {
  return (
    <Dialog open maxWidth="md" fullWidth aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title">Somebody else changed this too</DialogTitle>
      <DialogContent>
        {conflicts.map((conflict) => (
          <Box key={conflict.key} sx={{ mb: 2 }}>
            <Typography variant="h2" sx={{ mb: 0.5 }}>
              {LISTS[list].one} {conflict.key}
            </Typography>
            {conflict.theirs === null || conflict.mine === null ? (
              <Typography variant="body2">
                {conflict.theirs === null ? "They removed it; you changed it." : "They changed it; you removed it."}
              </Typography>
            ) : (
              <ComparedEntries
                properties={differing(list, conflict.mine, conflict.theirs)}
                columns={[
                  { title: "Theirs", entry: conflict.theirs },
                  { title: "Yours", entry: conflict.mine },
                ]}
              />
            )}
          </Box>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={onTheirs}>Keep theirs</Button>
        <Button variant="contained" onClick={onMine}>
          Keep mine
        </Button>
      </DialogActions>
    </Dialog>
  );
}
