"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Typography from "@mui/material/Typography";
import { inWords, LISTS, PROPERTIES, valueAt, type Entry, type ListName } from "@hemstitch/core/standard/plain";

/** An entry that somebody else changed meanwhile. */
export interface Conflict {
  readonly key: string;
  readonly properties: readonly string[];
  readonly theirs: Entry | null;
  readonly mine: Entry | null;
}

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
              <Differing list={list} theirs={conflict.theirs} mine={conflict.mine} />
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

function Differing({ list, theirs, mine }: { list: ListName; theirs: Entry; mine: Entry }) {
  const rows = PROPERTIES[list].filter(
    (property) => JSON.stringify(valueAt(theirs, property.path)) !== JSON.stringify(valueAt(mine, property.path)),
  );
  return (
    <Box
      component="table"
      sx={{ fontSize: 13, borderCollapse: "collapse", "& th, & td": { textAlign: "left", pr: 3, py: 0.5 } }}
    >
      <thead>
        <tr>
          <th />
          <th>Theirs</th>
          <th>Yours</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((property) => (
          <tr key={property.path}>
            <td>{property.title}</td>
            <td>{inWords(valueAt(theirs, property.path), property)}</td>
            <td>{inWords(valueAt(mine, property.path), property)}</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
