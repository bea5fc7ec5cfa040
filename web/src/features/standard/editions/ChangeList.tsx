import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { isListName, LISTS, type Difference } from "@hemstitch/core/standard/plain";
import { Part } from "../../shared/Page";

const MOST_SHOWN = 500;

const partTitle = (part: string): string =>
  isListName(part)
    ? LISTS[part].many
    : ({
        showing: "Showing chart",
        rules: "Rules",
        standard: "The standard",
        "naming.layers": "Scheme of layer names",
        "naming.sheets": "Scheme of sheet numbers",
      }[part] ?? part);

/** Changes in words, by part of the standard. */
export function ChangeWords({ changes }: { changes: readonly Difference[] }) {
  const groups = new Map<string, Difference[]>();
  for (const change of changes.slice(0, MOST_SHOWN))
    groups.set(change.part, [...(groups.get(change.part) ?? []), change]);
  return (
    <>
      {[...groups].map(([part, list]) => (
        <Box key={part} sx={{ mb: 1.5 }}>
          <Typography variant="h3">{partTitle(part)}</Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.25, fontSize: 13 }}>
            {list.map((change, i) => (
              <li key={i} style={{ overflowWrap: "anywhere" }}>
                {change.words}
              </li>
            ))}
          </Box>
        </Box>
      ))}
      {changes.length > MOST_SHOWN && (
        <Typography variant="body2">and {(changes.length - MOST_SHOWN).toLocaleString("en")} more</Typography>
      )}
    </>
  );
}

export function ChangeList({ changes, since }: { changes: readonly Difference[]; since: number | null }) {
  return (
    <Part
      title={
        since === null
          ? "Nothing published yet"
          : `${changes.length.toLocaleString("en")} ${changes.length === 1 ? "change" : "changes"} since edition ${since}`
      }
    >
      {since === null && (
        <Typography variant="body2" color="text.secondary">
          Drawings are judged by the draft until a first edition is published.
        </Typography>
      )}
      {since !== null && changes.length === 0 && (
        <Typography variant="body2" color="text.secondary">
          The draft says what edition {since} says.
        </Typography>
      )}
      <ChangeWords changes={changes} />
    </Part>
  );
}
