"use client";
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import CssBaseline from "@mui/material/CssBaseline";
import { ThemeProvider, useColorScheme } from "@mui/material/styles";
import InitColorSchemeScript from "@mui/material/InitColorSchemeScript";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { useEffect, useState, type ReactNode } from "react";
import dynamic from "next/dynamic";
import {
  FindIcon,
  InspectionIcon,
  LampIcon,
  Mark,
  PersonIcon,
  PlanSetsIcon,
  RequestsIcon,
  SlipIcon,
  StandardIcon,
  TodayIcon,
} from "./icons";
import { InLine } from "./InLine";
import type { Somebody } from "./somebody";
import { theme } from "./theme";
import { MayContext } from "../shared/may";
import { NoticeProvider } from "../shared/Notice";

const ScaleSlip = dynamic(() => import("../scale-slip/ScaleSlip"), { ssr: false });
const FindDialog = dynamic(() => import("../find/FindDialog"), { ssr: false });

const PLACES = [
  { path: "/today", word: "Today", Icon: TodayIcon },
  { path: "/standard", word: "Standard", Icon: StandardIcon },
  { path: "/plan-sets", word: "Plan sets", Icon: PlanSetsIcon },
  { path: "/inspection", word: "Inspection", Icon: InspectionIcon },
  { path: "/requests", word: "Requests", Icon: RequestsIcon },
] as const;

/** The frame around every place: the rail, and the scale slip that slides in over any of them. */
export function Shell({
  somebody,
  nonce,
  children,
}: {
  /** Nobody on pages for those who have not signed in. */
  somebody: Somebody | null;
  nonce?: string | undefined;
  children: ReactNode;
}) {
  const [slipOpen, setSlipOpen] = useState(false);
  const [finding, setFinding] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.altKey && event.key.toLowerCase() === "s") {
        event.preventDefault();
        setSlipOpen((open) => !open);
      }
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "k") {
        event.preventDefault();
        setFinding(true);
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  return (
    <ThemeProvider theme={theme} defaultMode="system">
      <InitColorSchemeScript attribute="data-scheme" {...(nonce ? { nonce } : {})} />
      <CssBaseline />
      <MayContext value={somebody?.may ?? []}>
        <NoticeProvider>
          {somebody ? (
            <Box sx={{ display: "grid", gridTemplateColumns: "84px minmax(0, 1fr)", height: "100dvh" }}>
              <SkipLink />
              <Rail somebody={somebody} onFind={() => setFinding(true)} onSlip={() => setSlipOpen(true)} />
              <Box
                component="main"
                id={CONTENT}
                tabIndex={-1}
                sx={{ minWidth: 0, height: "100dvh", overflow: "auto", "&:focus": { outline: "none" } }}
              >
                {children}
              </Box>
            </Box>
          ) : (
            children
          )}
          {finding && somebody && (
            <FindDialog somebody={somebody} onClose={() => setFinding(false)} onSlip={() => setSlipOpen(true)} />
          )}
          {somebody && <InLine />}
          {slipOpen && <ScaleSlip onClose={() => setSlipOpen(false)} />}
        </NoticeProvider>
      </MayContext>
    </ThemeProvider>
  );
}

const CONTENT = "content";

/** The first thing that a keyboard comes to: past the rail, to what the place is about. */
const SkipLink = () => (
  <Box
    component="a"
    href={`#${CONTENT}`}
    sx={{
      position: "fixed",
      left: 8,
      top: -60,
      zIndex: "tooltip",
      px: 1.5,
      py: 1,
      bgcolor: "background.paper",
      color: "text.primary",
      border: "1px solid",
      borderColor: "divider",
      borderRadius: 1,
      "&:focus": { top: 8 },
    }}
  >
    Skip to the content
  </Box>
);

const railItem = {
  display: "flex",
  flexDirection: "column",
  alignItems: "center",
  gap: 0.4,
  width: "100%",
  py: 1,
  fontSize: 12,
  fontWeight: 500,
  fontFamily: "inherit",
  color: "text.secondary",
  textDecoration: "none",
  borderLeft: "3px solid transparent",
  "&:hover": { color: "text.primary" },
  "&[aria-current]": { color: "primary.main", borderLeftColor: "secondary.main", bgcolor: "background.paper" },
} as const;

function Rail({ somebody, onFind, onSlip }: { somebody: Somebody; onFind: () => void; onSlip: () => void }) {
  const path = usePathname();
  return (
    <Box
      component="nav"
      aria-label="Places"
      sx={{
        display: "flex",
        flexDirection: "column",
        alignItems: "center",
        borderRight: "1px dashed",
        borderColor: "divider",
        py: 1.5,
        gap: 0.5,
      }}
    >
      <Box sx={{ mb: 1.5, color: "primary.main" }} title={`Hemstitch · ${somebody.officeName}`}>
        <Mark />
      </Box>
      {PLACES.filter(({ path: to }) => to !== "/standard" || somebody.may.includes("see-office")).map(
        ({ path: to, word, Icon }) => (
          <ButtonBase
            key={to}
            component={Link}
            href={to}
            aria-current={path.startsWith(to) ? "page" : undefined}
            sx={railItem}
          >
            <Icon />
            {word}
          </ButtonBase>
        ),
      )}
      <Box sx={{ flex: 1 }} />
      <ButtonBase onClick={onFind} sx={railItem} title="Find (Ctrl K)">
        <FindIcon />
        Find
      </ButtonBase>
      <ButtonBase onClick={onSlip} sx={railItem} title="Scale slip (Alt S)">
        <SlipIcon />
        Scale slip
      </ButtonBase>
      <SchemeSwitch />
      <ButtonBase
        component={Link}
        href="/account"
        aria-current={path.startsWith("/account") || path.startsWith("/people") ? "page" : undefined}
        sx={railItem}
        title={somebody.name}
      >
        <PersonIcon />
        <Box component="span" sx={{ maxWidth: 78, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
          {somebody.name.split(" ").at(-1)}
        </Box>
      </ButtonBase>
    </Box>
  );
}

function SchemeSwitch() {
  const { mode, systemMode, setMode } = useColorScheme();
  const dark = (mode === "system" ? systemMode : mode) === "dark";
  return (
    <ButtonBase onClick={() => setMode(dark ? "light" : "dark")} sx={railItem}>
      <LampIcon />
      {mode ? (dark ? "Light" : "Dark") : "Dark"}
    </ButtonBase>
  );
}
