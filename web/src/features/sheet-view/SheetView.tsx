"use client";
import Box from "@mui/material/Box";
import { useCallback, useEffect, useImperativeHandle, useMemo, useRef, type PointerEvent, type Ref } from "react";
import type { Drawing, Shape } from "@hemstitch/core/drawing";
import type { SeverityName } from "../shared/Severity";
import { paintable } from "./batches";
import { paintSheet, type View } from "./paint";
import { drawShapes } from "./shapes";

export interface Flag {
  readonly id: string;
  readonly number: number;
  readonly severity: SeverityName;
  /** Millimetres on the sheet, y up. */
  readonly x: number;
  readonly y: number;
  readonly label: string;
}

export interface SheetViewHandle {
  fit(): void;
  zoom(by: number): void;
  show(boxMm: { x: number; y: number; width: number; height: number }): void;
}

interface Props {
  readonly drawing: Drawing;
  /** 1 for the first. */
  readonly page: number;
  readonly flags?: readonly Flag[];
  readonly selected?: string | null;
  /** x, y, width, height of each marked place in turn, millimetres. */
  readonly places?: readonly number[];
  /** What was measured there. */
  readonly shapes?: readonly Shape[];
  readonly onSelect?: (id: string) => void;
  readonly label: string;
  readonly handle?: Ref<SheetViewHandle>;
}

const NONE: readonly never[] = [];
const MARGIN_PX = 28;
/** One step of zooming by key or button. */
export const STEP = 1.25;

/** A sheet on the light table: pan by dragging, zoom by the wheel, flags and marked places on top. */
export function SheetView({
  drawing,
  page,
  flags = [],
  selected,
  places = NONE,
  shapes = NONE,
  onSelect,
  label,
  handle,
}: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const marks = useRef<HTMLCanvasElement>(null);
  const pins = useRef<HTMLDivElement>(null);
  const view = useRef<View>({ scale: 1, left: 0, top: 0 });
  const painted = useRef<View>({ scale: 1, left: 0, top: 0 });
  const turn = useRef(0);
  const timer = useRef(0);
  const sheet = useMemo(() => {
    const found = drawing.pages[page - 1];
    return found ? paintable(drawing, found) : undefined;
  }, [drawing, page]);

  const placePins = useCallback(() => {
    if (!pins.current || !sheet) return;
    const { scale, left, top } = view.current;
    for (const pin of pins.current.children as HTMLCollectionOf<HTMLElement>) {
      const [x, y] = [Number(pin.dataset["x"]), Number(pin.dataset["y"])];
      pin.style.transform = `translate(${left + x * scale}px, ${top + (sheet.heightMm - y) * scale}px)`;
    }
  }, [sheet]);

  const drawPlaces = useCallback(() => {
    const target = marks.current;
    const context = target?.getContext("2d");
    if (!target || !context || !sheet) return;
    const density = window.devicePixelRatio || 1;
    context.setTransform(density, 0, 0, density, 0, 0);
    context.clearRect(0, 0, target.width, target.height);
    const { scale, left, top } = view.current;
    drawShapes(context, shapes, (x, y) => [left + x * scale, top + (sheet.heightMm - y) * scale]);
    context.strokeStyle = "#C77700";
    context.fillStyle = "rgba(199, 119, 0, 0.16)";
    context.lineWidth = 1.5;
    for (let i = 0; i + 3 < places.length; i += 4) {
      const [x = 0, y = 0, width = 0, height = 0] = places.slice(i, i + 4);
      const box = [
        left + x * scale - 3,
        top + (sheet.heightMm - y - height) * scale - 3,
        width * scale + 6,
        height * scale + 6,
      ] as const;
      context.fillRect(...box);
      context.strokeRect(...box);
    }
  }, [places, shapes, sheet]);

  /** Shows the last painting moved and stretched at once, and paints anew when the hand rests. */
  const paintAgain = useCallback(
    (delay: number) => {
      const target = canvas.current;
      if (!target || !sheet) return;
      const [was, is] = [painted.current, view.current];
      const k = is.scale / was.scale;
      target.style.transform = `translate(${is.left - was.left * k}px, ${is.top - was.top * k}px) scale(${k})`;
      placePins();
      drawPlaces();
      window.clearTimeout(timer.current);
      timer.current = window.setTimeout(() => {
        const mine = ++turn.current;
        const density = window.devicePixelRatio || 1;
        const fresh = document.createElement("canvas");
        fresh.width = target.width;
        fresh.height = target.height;
        const context = fresh.getContext("2d");
        const at = view.current;
        if (!context) return;
        void document.fonts.load("16px Barlow").then(async () => {
          if (!(await paintSheet(context, sheet, at, density, () => mine === turn.current)) || mine !== turn.current)
            return;
          const shown = target.getContext("2d");
          shown?.setTransform(1, 0, 0, 1, 0, 0);
          shown?.clearRect(0, 0, target.width, target.height);
          shown?.drawImage(fresh, 0, 0);
          target.style.transform = "";
          painted.current = at;
          target.dataset["painted"] = "yes";
        });
      }, delay);
    },
    [sheet, placePins, drawPlaces],
  );

  const fit = useCallback(() => {
    if (!frame.current || !sheet) return;
    const { clientWidth, clientHeight } = frame.current;
    const scale = Math.max(
      0.01,
      Math.min((clientWidth - 2 * MARGIN_PX) / sheet.widthMm, (clientHeight - 2 * MARGIN_PX) / sheet.heightMm),
    );
    view.current = {
      scale,
      left: (clientWidth - sheet.widthMm * scale) / 2,
      top: (clientHeight - sheet.heightMm * scale) / 2,
    };
    paintAgain(0);
  }, [sheet, paintAgain]);

  const zoomAt = useCallback(
    (by: number, x: number, y: number) => {
      const { scale, left, top } = view.current;
      const next = Math.min(200, Math.max(0.05, scale * by));
      const k = next / scale;
      view.current = { scale: next, left: x - (x - left) * k, top: y - (y - top) * k };
      paintAgain(120);
    },
    [paintAgain],
  );

  useImperativeHandle(
    handle,
    () => ({
      fit,
      zoom: (by) => zoomAt(by, (frame.current?.clientWidth ?? 0) / 2, (frame.current?.clientHeight ?? 0) / 2),
      show: ({ x, y, width, height }) => {
        if (!frame.current || !sheet) return;
        const { clientWidth, clientHeight } = frame.current;
        const { scale, left, top } = view.current;
        const [cx, cy] = [left + (x + width / 2) * scale, top + (sheet.heightMm - y - height / 2) * scale];
        const inside = cx > 40 && cy > 40 && cx < clientWidth - 40 && cy < clientHeight - 40;
        if (inside) return;
        view.current = { scale, left: left + clientWidth / 2 - cx, top: top + clientHeight / 2 - cy };
        paintAgain(60);
      },
    }),
    [fit, zoomAt, paintAgain, sheet],
  );

  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const resize = (): void => {
      const density = window.devicePixelRatio || 1;
      for (const each of [canvas.current, marks.current]) {
        if (!each) continue;
        each.width = element.clientWidth * density;
        each.height = element.clientHeight * density;
      }
      fit();
    };
    const observer = new ResizeObserver(resize);
    observer.observe(element);
    const wheel = (event: WheelEvent): void => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      zoomAt(Math.exp(-event.deltaY * 0.0015), event.clientX - box.left, event.clientY - box.top);
    };
    element.addEventListener("wheel", wheel, { passive: false });
    return () => {
      observer.disconnect();
      element.removeEventListener("wheel", wheel);
    };
  }, [fit, zoomAt]);

  useEffect(() => {
    placePins();
    drawPlaces();
  }, [flags, placePins, drawPlaces]);

  useEffect(
    () => () => {
      // A painting under way for an older sheet must not finish over a newer one.
      turn.current++;
      window.clearTimeout(timer.current);
    },
    [sheet],
  );

  const drag = useDrag(view, paintAgain);
  return (
    <Box
      ref={frame}
      sx={{
        position: "relative",
        overflow: "hidden",
        width: "100%",
        height: "100%",
        touchAction: "none",
        cursor: "grab",
        "&:active": { cursor: "grabbing" },
      }}
      {...drag}
    >
      <canvas
        ref={canvas}
        style={{
          position: "absolute",
          inset: 0,
          width: "100%",
          height: "100%",
          transformOrigin: "0 0",
          filter: "drop-shadow(0 1px 3px rgba(27,42,65,.25))",
        }}
        role="img"
        aria-label={label}
        data-testid="sheet"
      />
      <canvas
        ref={marks}
        style={{ position: "absolute", inset: 0, width: "100%", height: "100%", pointerEvents: "none" }}
      />
      <div ref={pins}>
        {flags.map((flag) => (
          <FlagPin key={flag.id} flag={flag} selected={flag.id === selected} onSelect={onSelect} />
        ))}
      </div>
    </Box>
  );
}

function useDrag(view: React.RefObject<View>, paintAgain: (delay: number) => void) {
  const from = useRef<{ x: number; y: number } | null>(null);
  return {
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      if ((event.target as HTMLElement).closest("button")) return;
      from.current = { x: event.clientX, y: event.clientY };
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      if (!from.current) return;
      const { scale, left, top } = view.current;
      view.current = { scale, left: left + event.clientX - from.current.x, top: top + event.clientY - from.current.y };
      from.current = { x: event.clientX, y: event.clientY };
      paintAgain(120);
    },
    onPointerUp: () => {
      from.current = null;
    },
  };
}

/** The sheet is white in every scheme, so its flags keep the colours for white. */
const COLOURS = { stop: "#9F2B1E", mend: "#8A5300", note: "#4A6572" } as const;
const SHAPES = { stop: "2px", mend: "2px", note: "50%" } as const;

function FlagPin({
  flag,
  selected,
  onSelect,
}: {
  flag: Flag;
  selected: boolean;
  onSelect: ((id: string) => void) | undefined;
}) {
  const colour = COLOURS[flag.severity];
  return (
    <button
      type="button"
      data-x={flag.x}
      data-y={flag.y}
      aria-label={flag.label}
      aria-pressed={selected}
      onClick={() => onSelect?.(flag.id)}
      style={{
        position: "absolute",
        left: 0,
        top: 0,
        width: 0,
        height: 0,
        border: 0,
        padding: 0,
        background: "none",
        zIndex: selected ? 2 : 1,
      }}
    >
      <span
        style={{
          position: "absolute",
          left: -11,
          top: -24,
          width: 22,
          height: 22,
          display: "grid",
          placeItems: "center",
          cursor: "pointer",
          font: "600 11px 'Archivo Variable', sans-serif",
          borderRadius: SHAPES[flag.severity],
          transform: flag.severity === "mend" ? "rotate(45deg) scale(.86)" : "",
          background: flag.severity === "note" ? "#fff" : selected ? "#C77700" : colour,
          color: flag.severity === "note" ? colour : "#fff",
          border: `2px solid ${selected ? "#C77700" : flag.severity === "note" ? colour : "#fff"}`,
        }}
      >
        <span style={{ transform: flag.severity === "mend" ? "rotate(-45deg)" : "" }}>{flag.number}</span>
      </span>
    </button>
  );
}
