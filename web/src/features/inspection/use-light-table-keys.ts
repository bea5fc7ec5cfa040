import { useEffect, type RefObject } from "react";
import { STEP, type SheetViewHandle } from "../sheet-view/SheetView";
import type { Numbered } from "./numbered";
import type { Layers } from "./use-layers";

interface Keys {
  readonly findings: readonly Numbered[];
  readonly selected: string | null;
  readonly select: (id: string | null) => void;
  /** Lets go of a mark that is asked about; false where none is. */
  readonly drop: () => boolean;
  readonly mend: (only?: string[]) => Promise<void>;
  readonly view: RefObject<SheetViewHandle | null>;
  readonly canSwitch: boolean;
  readonly onSwitch: () => void;
  /** The findings that can be mended now. */
  readonly mendable: readonly Numbered[];
  readonly layers: Layers;
}

/** How far an arrow key moves the sheet; ten times as far with Shift. Pixels. */
const PAN_PX = 40;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [1, 0],
  ArrowRight: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The light table by keyboard: n and p walk the findings, m mends, b switches, 0 + − and arrows show the sheet, a asks what lies in its middle, l its layers. */
export function useLightTableKeys({
  findings,
  selected,
  select,
  drop,
  mend,
  view,
  canSwitch,
  onSwitch,
  mendable,
  layers,
}: Keys): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        /INPUT|TEXTAREA|SELECT/.test(target.tagName) ||
        target.closest('[role="dialog"], [role="combobox"], [role="listbox"]')
      )
        return;
      const at = findings.findIndex((finding) => finding.key === selected);
      const go = (index: number): void => select(findings[(index + findings.length) % findings.length]?.key ?? null);
      const current = findings[at];
      const arrow = target.closest('[role="tablist"], [role="radiogroup"], [role="group"]')
        ? undefined
        : ARROWS[event.key];
      if (event.key === "n" && findings.length > 0) go(at + 1);
      else if (event.key === "p" && findings.length > 0) go(at < 0 ? -1 : at - 1);
      else if (event.key === "m" && current && mendable.some(({ key }) => key === current.key))
        void mend([current.key]);
      else if (event.key === "M" && mendable.length > 0) void mend();
      else if (event.key === "b" && canSwitch) onSwitch();
      else if (event.key === "a") view.current?.pointAtMiddle();
      else if (event.key === "0") view.current?.fit();
      else if (event.key === "+" || event.key === "=") view.current?.zoom(STEP);
      else if (event.key === "-") view.current?.zoom(1 / STEP);
      else if (arrow) {
        const by = event.shiftKey ? 10 * PAN_PX : PAN_PX;
        view.current?.pan(arrow[0] * by, arrow[1] * by);
      } else if (event.key === "l") layers.step(1);
      else if (event.key === "L") layers.step(-1);
      else if (event.key === "Escape" && drop()) return;
      else if (event.key === "Escape" && selected === null) layers.reset();
      else if (event.key === "Escape") select(null);
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [findings, selected, select, drop, mend, view, canSwitch, onSwitch, mendable, layers]);
}
