"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import type { FileSummary } from "@/server/queries/inspections";
import { sendJson } from "../shared/api";
import { SeverityShape } from "../shared/Severity";

interface Props {
  readonly inspectionId: string;
  readonly files: readonly FileSummary[];
  readonly chosen: string | undefined;
  readonly onOpen: (id: string) => void;
  readonly onChanged: () => Promise<void>;
}

/** The files of an inspection side by side, each with how it came out or how far it is. */
export function FileStrip({ inspectionId, files, chosen, onOpen, onChanged }: Props) {
  const busy = files.filter((file) => file.state === "waiting" || file.state === "working").length;
  if (files.length < 2 && busy === 0) return <Box sx={{ borderBottom: "1px dashed", borderColor: "divider" }} />;
  return (
    <Box
      sx={{
        display: "flex",
        alignItems: "center",
        gap: 0.5,
        px: 1.5,
        overflowX: "auto",
        borderBottom: "1px dashed",
        borderColor: "divider",
        flex: "none",
      }}
    >
      {files.map((file) => (
        <ButtonBase
          key={file.id}
          aria-pressed={file.id === chosen}
          onClick={() => onOpen(file.id)}
          sx={{
            px: 1,
            py: 0.75,
            gap: 0.75,
            fontSize: 13,
            whiteSpace: "nowrap",
            borderBottom: "2px solid transparent",
            fontFamily: "inherit",
            "&[aria-pressed=true]": { borderBottomColor: "secondary.main", fontWeight: 600 },
          }}
        >
          <State file={file} />
          <Box component="span" sx={{ maxWidth: 220, overflow: "hidden", textOverflow: "ellipsis" }}>
            {file.name}
          </Box>
        </ButtonBase>
      ))}
      <Box sx={{ flex: 1 }} />
      {busy > 0 && (
        <Button
          color="inherit"
          onClick={() => void sendJson("POST", `/api/inspections/${inspectionId}/cancel`).then(onChanged)}
        >
          Cancel {busy} under way
        </Button>
      )}
    </Box>
  );
}

function State({ file }: { file: FileSummary }) {
  if (file.state === "working") return <span>{Math.round(file.progress * 100)} %</span>;
  if (file.state === "waiting") return <span>…</span>;
  if (file.state === "cancelled") return <span>–</span>;
  const severity =
    file.state === "failed" || file.stops > 0 ? "stop" : file.mends > 0 ? "mend" : file.notes > 0 ? "note" : null;
  return severity ? (
    <SeverityShape severity={severity} />
  ) : (
    <Box component="span" sx={{ color: "success.main" }}>
      ✓
    </Box>
  );
}
