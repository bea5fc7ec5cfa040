"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import type { InspectedFileDetail } from "@/server/queries/inspections";
import { sendJson, wordsOf } from "../shared/api";
import { useMay } from "../shared/may";
import { useNotice } from "../shared/Notice";

/** What is offered of the files that are kept in one: those that may be drawings, the first of many. */
const isDrawing = (name: string): boolean => /\.pdf$/i.test(name);
const MOST_OFFERED = 10;

/**
 * What of the file was not read, or is shown otherwise than it plots. It stands before the findings: nothing is said
 * about it, and silence would look like praise.
 */
export function NotRead({
  detail: { id, unread },
  otherwise,
  refresh,
}: {
  detail: InspectedFileDetail;
  /** What of the page that is looked at plots otherwise than it is shown. */
  otherwise: readonly string[];
  refresh: () => Promise<void>;
}) {
  const [notice, mayHandIn] = [useNotice(), useMay("hand-in")];
  const takeUp = async (name: string): Promise<void> => {
    try {
      await sendJson("POST", `/api/inspected/${id}/attached`, { name });
      notice(`“${name}” is inspected as a file of its own.`);
      await refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <>
      <Sentences title="What could not be read">
        {(unread ?? []).map(({ code, message, page, files = [] }, i) => (
          <Box key={`${code} ${i}`} sx={{ py: 0.25 }}>
            <Typography variant="body2">
              {page === undefined ? "" : `Page ${page}: `}
              {message}
            </Typography>
            {mayHandIn &&
              files
                .filter(isDrawing)
                .slice(0, MOST_OFFERED)
                .map((name) => (
                  <Button key={name} size="small" onClick={() => void takeUp(name)}>
                    Inspect “{name}”
                  </Button>
                ))}
          </Box>
        ))}
      </Sentences>
      <Sentences title="Not shown as it plots">
        {otherwise.map((message) => (
          <Typography key={message} variant="body2" sx={{ py: 0.25 }}>
            {message}
          </Typography>
        ))}
      </Sentences>
    </>
  );
}

function Sentences({ title, children }: { title: string; children: readonly React.ReactNode[] }) {
  if (children.length === 0) return null;
  return (
    <Box component="section" sx={{ mb: 1, px: 2, py: 0.75, borderBottom: "1px dashed", borderColor: "divider" }}>
      <Typography variant="h3">{title}</Typography>
      {children}
    </Box>
  );
}
