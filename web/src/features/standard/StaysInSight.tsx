import Box from "@mui/material/Box";
import { useEffect, useRef, type ReactNode } from "react";

/** Up to here it leaves room for fields on a small screen; what is taller stays only on a tall one. Pixels. */
const LOW_PX = 320;

/** Marks what scrolls around it. */
export const SCROLLS = { "data-scrolls": "" };

/**
 * Stays at the top of what scrolls around it, where the window is tall enough to have room for both. Fields that get
 * the focus are scrolled to below it.
 */
export function StaysInSight({ children }: { children: ReactNode }) {
  const own = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = own.current;
    const scroller = element?.closest<HTMLElement>("[data-scrolls]");
    if (!element || !scroller) return;
    const settle = (): void => {
      const tall = element.offsetHeight;
      const stays = window.innerHeight >= (tall <= LOW_PX ? 740 : tall * 2 + 300);
      element.style.position = stays ? "sticky" : "static";
      scroller.style.scrollPaddingTop = stays ? `${tall}px` : "";
    };
    const observer = new ResizeObserver(settle);
    observer.observe(element);
    window.addEventListener("resize", settle);
    return () => {
      observer.disconnect();
      window.removeEventListener("resize", settle);
      scroller.style.scrollPaddingTop = "";
    };
  }, []);
  return (
    <Box ref={own} sx={{ top: 0, zIndex: 2, bgcolor: "background.default" }}>
      {children}
    </Box>
  );
}
