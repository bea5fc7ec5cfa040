"use client";
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useCallback } from "react";
import { BinButton } from "../bin/BinButton";
import { FileStrip } from "./FileStrip";
import { OneFile } from "./OneFile";
import { useLiveInspection, type LiveInspection } from "./use-live-inspection";

interface Props {
  readonly initial: LiveInspection;
  readonly fileId: string | null;
  /** Key of the finding that is looked at first. */
  readonly finding: string | null;
  readonly planSets: readonly { readonly id: string; readonly name: string }[];
  /** Whether the asker may move its files to the bin. */
  readonly mayTake: boolean;
}

/** The light table: the sheet with its flags, the findings beside it, and what can be done about them. */
export function LightTable({ initial, fileId, finding, planSets, mayTake }: Props) {
  const router = useRouter();
  const { inspection, refresh, offline } = useLiveInspection(initial);
  const chosen = inspection.files.find((file) => file.id === fileId) ?? inspection.files[0];
  const open = useCallback(
    (id: string) => router.replace(`/inspection/${inspection.id}?file=${id}`, { scroll: false }),
    [router, inspection.id],
  );
  const refreshed = (): void => void refresh();
  // The only file of an inspection leaves nothing to look at.
  const taken = inspection.files.length > 1 ? refreshed : (): void => router.push("/inspection");
  return (
    <Box sx={{ display: "flex", flexDirection: "column", height: "100%" }}>
      <Box sx={{ px: 2, pt: 1.25, pb: 0.75, display: "flex", alignItems: "baseline", gap: 1.5 }}>
        <Box component={Link} href="/inspection" sx={{ color: "text.secondary", fontSize: 13 }}>
          Inspection
        </Box>
        <Typography variant="h1" noWrap sx={{ fontSize: 18 }}>
          {inspection.name}
        </Typography>
        <Box sx={{ flex: 1 }} />
        {offline && (
          <Typography variant="body2" color="error">
            The server can&apos;t be reached; trying again.
          </Typography>
        )}
        {chosen && mayTake && (
          <BinButton name="this file" path={`/api/inspected/${chosen.id}`} then={taken} undone={refreshed} />
        )}
      </Box>
      <FileStrip
        inspectionId={inspection.id}
        files={inspection.files}
        chosen={chosen?.id}
        onOpen={open}
        onChanged={refresh}
      />
      {chosen ? (
        <OneFile key={chosen.id} file={chosen} finding={finding} refresh={refresh} planSets={planSets} />
      ) : (
        <Typography sx={{ p: 3 }}>No file of this inspection could be taken.</Typography>
      )}
    </Box>
  );
}
