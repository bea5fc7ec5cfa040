"use client";
import Alert from "@mui/material/Alert";
import Snackbar from "@mui/material/Snackbar";
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";

interface Notice {
  readonly text: string;
  readonly kind: "success" | "error" | "info";
}

const Context = createContext<(text: string, kind?: Notice["kind"]) => void>(() => undefined);

/** Tells the person something that happened, wherever they are. */
export const useNotice = () => useContext(Context);

export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const tell = useCallback((text: string, kind: Notice["kind"] = "success") => setNotice({ text, kind }), []);
  const close = useCallback(() => setNotice(null), []);
  const open = useMemo(() => notice !== null, [notice]);
  return (
    <Context.Provider value={tell}>
      {children}
      <Snackbar
        open={open}
        autoHideDuration={notice?.kind === "error" ? null : 4000}
        onClose={(_event, reason) => reason !== "clickaway" && close()}
        anchorOrigin={{ vertical: "bottom", horizontal: "center" }}
      >
        {notice ? (
          <Alert
            severity={notice.kind}
            onClose={close}
            variant="outlined"
            sx={{ bgcolor: "background.paper", whiteSpace: "pre-line", maxWidth: 640 }}
          >
            {notice.text}
          </Alert>
        ) : undefined}
      </Snackbar>
    </Context.Provider>
  );
}
