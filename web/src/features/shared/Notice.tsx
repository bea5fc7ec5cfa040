"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { createContext, useCallback, useContext, useEffect, useState, type ReactNode } from "react";

/** What can be done about what happened: taken back, say. */
interface Action {
  readonly word: string;
  readonly onAct: () => void;
}

interface Notice {
  readonly text: string;
  readonly kind: "success" | "error" | "info";
  readonly action?: Action | undefined;
}

const SHOWN_MS = 4000;
/** One with something to do stays long enough to be read and reached. */
const ACTION_SHOWN_MS = 12_000;
const EDGE = { success: "success.main", error: "error.main", info: "secondary.main" } as const;

const Context = createContext<(text: string, kind?: Notice["kind"], action?: Action) => void>(() => undefined);

/** Tells the person something that happened, wherever they are. */
export const useNotice = () => useContext(Context);

const KEPT = "hemstitch-notice";

/** Tells something on the page that comes next, where this one is being left. */
export const sayOnNextPage = (text: string, kind: Notice["kind"]): void =>
  sessionStorage.setItem(KEPT, JSON.stringify({ text, kind } satisfies Notice));

/** The notice is plain, so that it comes with the first load: it must be there when the line is cut. */
export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const tell = useCallback(
    (text: string, kind: Notice["kind"] = "success", action?: Action) => setNotice({ text, kind, action }),
    [],
  );
  useEffect(() => {
    const kept = sessionStorage.getItem(KEPT);
    if (!kept) return;
    sessionStorage.removeItem(KEPT);
    setNotice(JSON.parse(kept) as Notice);
  }, []);
  useEffect(() => {
    // An error stays until it is closed.
    if (!notice || notice.kind === "error") return;
    const timer = setTimeout(() => setNotice(null), notice.action ? ACTION_SHOWN_MS : SHOWN_MS);
    return () => clearTimeout(timer);
  }, [notice]);
  return (
    <Context.Provider value={tell}>
      {children}
      {notice && (
        <Box
          role={notice.kind === "error" ? "alert" : "status"}
          sx={{
            position: "fixed",
            bottom: 24,
            left: "50%",
            transform: "translateX(-50%)",
            zIndex: "snackbar",
            display: "flex",
            alignItems: "flex-start",
            gap: 2,
            maxWidth: 640,
            pl: 2,
            pr: 1,
            py: 1,
            fontSize: 14,
            whiteSpace: "pre-line",
            bgcolor: "background.paper",
            border: "1px solid",
            borderLeft: "4px solid",
            borderColor: EDGE[notice.kind],
            borderRadius: 1,
          }}
        >
          <Box sx={{ py: 0.5 }}>{notice.text}</Box>
          {notice.action && (
            <Button
              onClick={() => {
                setNotice(null);
                notice.action?.onAct();
              }}
              sx={{ minWidth: 0, fontWeight: 600 }}
            >
              {notice.action.word}
            </Button>
          )}
          <Button onClick={() => setNotice(null)} sx={{ minWidth: 0 }}>
            Close
          </Button>
        </Box>
      )}
    </Context.Provider>
  );
}
