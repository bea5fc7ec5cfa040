import { useEffect, type RefObject } from "react";
import { STEP, type SheetViewHandle } from "../sheet-view/SheetView";
import type { Numbered } from "./numbered";

interface Keys {
  readonly findings: readonly Numbered[];
  readonly selected: string | null;
  readonly select: (id: string | null) => void;
  readonly mend: (only?: string[]) => Promise<void>;
  readonly view: RefObject<SheetViewHandle | null>;
  readonly canSwitch: boolean;
  readonly onSwitch: () => void;
  readonly canMend: boolean;
}

/** The light table by keyboard: n and p walk the findings, m mends, b switches, 0 + − show the sheet. */
export function useLightTableKeys({
  findings,
  selected,
  select,
  mend,
  view,
  canSwitch,
  onSwitch,
  canMend,
}: Keys): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        /INPUT|TEXTAREA|SELECT/.test(target.tagName) ||
        target.closest('[role="dialog"]')
      )
        return;
      const at = findings.findIndex((finding) => finding.key === selected);
      const go = (index: number): void => select(findings[(index + findings.length) % findings.length]?.key ?? null);
      const current = findings[at];
      if (event.key === "n" && findings.length > 0) go(at + 1);
      else if (event.key === "p" && findings.length > 0) go(at < 0 ? -1 : at - 1);
      else if (event.key === "m" && current?.mend && canMend) void mend([current.key]);
      else if (event.key === "M" && canMend) void mend();
      else if (event.key === "b" && canSwitch) onSwitch();
      else if (event.key === "0") view.current?.fit();
      else if (event.key === "+" || event.key === "=") view.current?.zoom(STEP);
      else if (event.key === "-") view.current?.zoom(1 / STEP);
      else if (event.key === "Escape") select(null);
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [findings, selected, select, mend, view, canSwitch, onSwitch, canMend]);
}
