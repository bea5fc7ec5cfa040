"use client";
import Box from "@mui/material/Box";
import { useEffect, useImperativeHandle, useMemo, useRef, useState, type Ref } from "react";
import type { Drawing, Shape } from "@hemstitch/core/drawing";
import { paintable } from "./batches";
import type { ExactPicture } from "./exact/exact-picture";
import { FlagPin, type Flag } from "./FlagPin";
import { listenForGestures } from "./gestures";
import type { Overlay } from "./overlays";
import { pickAt, type Picked } from "./pick";
import { SheetStage, type StageParts, type Trueness } from "./stage";

export interface SheetViewHandle {
  fit(): void;
  zoom(by: number): void;
  /** Moves the sheet, pixels. */
  pan(x: number, y: number): void;
  show(boxMm: { x: number; y: number; width: number; height: number }): void;
  /** Points at what lies in the middle of the view, and shows where that is. */
  pointAtMiddle(): void;
}

interface Props {
  readonly drawing: Drawing;
  /** 1 for the first. */
  readonly page: number;
  /** The picture of the file itself; without one the sheet is shown by our own painter alone. */
  readonly exact?: ExactPicture | null;
  /** Whether each layer of the drawing shows; without it, those that come to the paper. */
  readonly layersShown?: readonly boolean[];
  readonly flags?: readonly Flag[];
  readonly selected?: string | null;
  /** x, y, width, height of each marked place in turn, millimetres. */
  readonly places?: readonly number[];
  /** What was measured there. */
  readonly shapes?: readonly Shape[];
  /** What was recognised on the page. */
  readonly overlay?: Overlay | null;
  readonly onSelect?: (id: string) => void;
  /** Somebody points at a mark, or at none. */
  readonly onPick?: (picked: Picked | null) => void;
  readonly onTrueness?: (trueness: Trueness) => void;
  readonly label: string;
  readonly handle?: Ref<SheetViewHandle>;
}

const NONE: readonly never[] = [];
/** A line is pointed at from so near. Pixels. */
const REACH_PX = 5;
/** One step of zooming by key or button. */
export const STEP = 1.25;

const FILLS = { position: "absolute", inset: 0, width: "100%", height: "100%", transformOrigin: "0 0" } as const;

/** A cross in the middle of the view, for those who point by keyboard. */
const MIDDLE = {
  position: "absolute",
  left: "calc(50% - 9px)",
  top: "calc(50% - 9px)",
  width: 18,
  height: 18,
  pointerEvents: "none",
  background:
    "linear-gradient(currentColor, currentColor) 50% 50% / 100% 1.5px no-repeat, linear-gradient(currentColor, currentColor) 50% 50% / 1.5px 100% no-repeat",
  color: "primary.main",
} as const;

/** A sheet on the light table: pan by dragging, zoom by the wheel, flags and marked places on top. */
export function SheetView({
  drawing,
  page,
  exact = null,
  layersShown,
  flags = NONE,
  selected,
  places = NONE,
  shapes = NONE,
  overlay = null,
  onSelect,
  onPick,
  onTrueness,
  label,
  handle,
}: Props) {
  const stage = useRef<SheetStage | null>(null);
  const frame = useRef<HTMLDivElement>(null);
  const paper = useRef<HTMLDivElement>(null);
  const own = useRef<HTMLCanvasElement>(null);
  const ground = useRef<HTMLCanvasElement>(null);
  const sharp = useRef<HTMLCanvasElement>(null);
  const over = useRef<HTMLCanvasElement>(null);
  const pins = useRef<HTMLDivElement>(null);
  const tell = useRef(onTrueness);
  const [hasMiddle, setHasMiddle] = useState(false);
  const pointAt = useRef<(x: number, y: number) => void>(() => undefined);
  useEffect(() => {
    tell.current = onTrueness;
  });

  useEffect(() => {
    const parts = { frame, paper, own, ground, sharp, over, pins };
    const found = Object.fromEntries(Object.entries(parts).map(([name, { current }]) => [name, current]));
    const made = new SheetStage(found as unknown as StageParts, (trueness) => tell.current?.(trueness));
    stage.current = made;
    const element = found["frame"] as HTMLElement;
    const unlisten = listenForGestures(element, made, ({ x, y }) => {
      setHasMiddle(false);
      pointAt.current(x, y);
    });
    const observer = new ResizeObserver(() => made.resize());
    observer.observe(element);
    return () => {
      made.end();
      unlisten();
      observer.disconnect();
    };
  }, []);

  const sheet = useMemo(() => {
    const found = drawing.pages[page - 1];
    return found ? paintable(drawing, found) : null;
  }, [drawing, page]);
  const shown = useMemo(() => layersShown ?? drawing.layers.map(({ visible }) => visible), [drawing, layersShown]);
  useEffect(() => {
    pointAt.current = (x, y) => {
      const [found, where] = [drawing.pages[page - 1], stage.current?.paperAt(x, y)];
      if (!onPick || !found || !where) return;
      onPick(pickAt(found, where.at, REACH_PX * where.pixelMm, shown) ?? null);
    };
  });
  useEffect(() => stage.current?.setLayers(shown), [shown]);
  useEffect(() => stage.current?.setSheet(sheet), [sheet]);
  useEffect(() => stage.current?.setExact(exact), [exact]);
  useEffect(() => stage.current?.setOver(places, shapes, overlay), [places, shapes, overlay, flags]);

  useImperativeHandle(
    handle,
    () => ({
      fit: () => stage.current?.fit(),
      zoom: (by) => stage.current?.zoom(by),
      pan: (x, y) => stage.current?.pan(x, y),
      show: (box) => stage.current?.show(box),
      pointAtMiddle: () => {
        const box = frame.current?.getBoundingClientRect();
        if (!box) return;
        setHasMiddle(true);
        pointAt.current(box.x + box.width / 2, box.y + box.height / 2);
      },
    }),
    [],
  );

  return (
    <Box
      ref={frame}
      data-testid="stage"
      sx={{
        position: "relative",
        overflow: "hidden",
        width: "100%",
        height: "100%",
        touchAction: "none",
        cursor: "grab",
        "&:active": { cursor: "grabbing" },
      }}
    >
      <div
        ref={paper}
        role="img"
        aria-label={label}
        style={{
          position: "absolute",
          left: 0,
          top: 0,
          background: "#fff",
          boxShadow: "0 1px 4px rgba(27, 42, 65, 0.28)",
        }}
      />
      <canvas ref={own} style={FILLS} aria-hidden data-testid="sheet" />
      <canvas ref={ground} style={{ ...FILLS, visibility: "hidden" }} aria-hidden data-testid="exact-whole" />
      <canvas ref={sharp} style={{ ...FILLS, visibility: "hidden" }} aria-hidden data-testid="exact-sharp" />
      <canvas ref={over} style={{ ...FILLS, pointerEvents: "none" }} aria-hidden />
      {hasMiddle && <Box data-testid="middle" sx={MIDDLE} aria-hidden />}
      <div ref={pins}>
        {flags.map((flag) => (
          <FlagPin key={flag.id} flag={flag} selected={flag.id === selected} onSelect={onSelect} />
        ))}
      </div>
    </Box>
  );
}
