import { useCallback, useEffect, useState } from "react";
import type { InspectionAnswer } from "@/app/api/inspections/[inspectionId]/route";
import type { Sent } from "@/server/forms/answers";
import { getJson } from "../shared/api";
import type { FileSummary } from "@/server/queries/inspections";

/** What is shown of an inspection. */
export type LiveInspection = Pick<Sent<InspectionAnswer>, "id" | "name" | "files">;

const POLL_MS = 600;

const busy = (file: FileSummary): boolean =>
  ["waiting", "working"].includes(file.state) ||
  file.mendState === "waiting" ||
  file.mendState === "working" ||
  file.judging;

/** The state of an inspection, asked for anew while anything in it is under way. */
export function useLiveInspection(initial: LiveInspection): {
  inspection: LiveInspection;
  refresh: () => Promise<void>;
  offline: boolean;
} {
  const [inspection, setInspection] = useState(initial);
  const [offline, setOffline] = useState(false);
  const refresh = useCallback(async () => {
    try {
      setInspection(await getJson<Sent<InspectionAnswer>>(`/api/inspections/${initial.id}`));
      setOffline(false);
    } catch {
      setOffline(true);
    }
  }, [initial.id]);
  const anyBusy = inspection.files.some(busy) || offline;
  useEffect(() => {
    if (!anyBusy) return;
    const timer = setInterval(() => void refresh(), POLL_MS);
    return () => clearInterval(timer);
  }, [anyBusy, refresh]);
  return { inspection, refresh, offline };
}
