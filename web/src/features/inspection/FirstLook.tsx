"use client";
import Box from "@mui/material/Box";
import { useEffect, useRef, useState } from "react";
import type { ExactPicture } from "../sheet-view/exact/exact-picture";

/** Room around the sheet, pixels. */
const MARGIN_PX = 24;

/**
 * The sheet before anything of it has been judged: painted as soon as its bytes are there, whole, on white. The light
 * table takes its place, with flags, when the inspection is done.
 */
export function FirstLook({ picture, name }: { picture: ExactPicture | null; name: string }) {
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  useEffect(() => {
    if (!picture) return;
    let wanted = true;
    const paint = async (): Promise<void> => {
      const { widthMm, heightMm } = await picture.measure(1);
      const [box, target] = [frame.current?.getBoundingClientRect(), canvas.current];
      if (!wanted || !box || !target) return;
      const scale = Math.min((box.width - 2 * MARGIN_PX) / widthMm, (box.height - 2 * MARGIN_PX) / heightMm);
      if (!(scale > 0)) return;
      const density = window.devicePixelRatio || 1;
      const [width, height] = [widthMm * scale, heightMm * scale];
      const painted = await picture.draw({
        page: 1,
        widthMm: 0,
        heightMm: 0,
        pixelsPerMm: scale * density,
        left: 0,
        top: 0,
        width: Math.ceil(width * density),
        height: Math.ceil(height * density),
        layersShown: [],
        hasCells: false,
        isQuick: true,
      });
      if (!wanted || !painted?.bitmap) return painted?.bitmap?.close();
      [target.width, target.height] = [painted.bitmap.width, painted.bitmap.height];
      target.getContext("2d")?.drawImage(painted.bitmap, 0, 0);
      painted.bitmap.close();
      setSize({ width, height });
    };
    // Where it can't be painted, the inspection says what is wrong with the file.
    paint().catch(() => undefined);
    return () => {
      wanted = false;
    };
  }, [picture]);
  return (
    <Box ref={frame} sx={{ position: "absolute", inset: 0, display: "grid", placeItems: "center", overflow: "hidden" }}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${name}, before it is judged`}
        data-testid="first-look"
        data-painted={size ? "yes" : "no"}
        style={{
          background: "#fff",
          boxShadow: "0 1px 4px rgba(27, 42, 65, 0.28)",
          visibility: size ? "visible" : "hidden",
          width: size?.width,
          height: size?.height,
        }}
      />
    </Box>
  );
}
