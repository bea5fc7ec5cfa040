"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useRef, useState, type ReactNode } from "react";
import dynamic from "next/dynamic";
import { Page } from "../shared/Page";
import { CHAPTERS, type ChapterPath } from "./chapters";

const ImportDialog = dynamic(() => import("./ImportDialog"), { ssr: false });

/** What every chapter has around it: which standard, which chapter, in and out. */
export function StandardFrame({
  name,
  edition,
  chapter,
  children,
}: {
  name: string;
  edition: string;
  chapter: ChapterPath;
  children: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  return (
    <Box sx={{ height: "100%", display: "flex", flexDirection: "column", overflow: "hidden" }}>
      <Page
        title="Standard"
        lead={`${name}, ${edition === "draft" ? "draft" : `edition ${edition}`}`}
        actions={
          <>
            <input
              ref={input}
              type="file"
              accept=".json,application/json"
              hidden
              data-testid="standard-file"
              onChange={(event) => {
                setFile(event.target.files?.[0] ?? null);
                event.target.value = "";
              }}
            />
            <Button onClick={() => input.current?.click()}>Import JSON</Button>
            <Button href="/api/standard/export">Export JSON</Button>
          </>
        }
      >
        <Box
          component="nav"
          aria-label="Chapters"
          sx={{ display: "flex", gap: 2.5, borderBottom: "1px dashed", borderColor: "divider", mb: 1.5 }}
        >
          {CHAPTERS.map(({ path, word }) => (
            <Box
              key={path}
              component={Link}
              href={`/standard/${path}`}
              aria-current={path === chapter ? "page" : undefined}
              sx={{
                py: 0.75,
                fontSize: 14,
                textDecoration: "none",
                color: "text.secondary",
                borderBottom: "2px solid transparent",
                "&[aria-current]": { color: "text.primary", fontWeight: 600, borderBottomColor: "secondary.main" },
              }}
            >
              {word}
            </Box>
          ))}
        </Box>
        <Box sx={{ flex: 1, minHeight: 0, height: "calc(100dvh - 132px)" }}>{children}</Box>
      </Page>
      {file && <ImportDialog file={file} onClose={() => setFile(null)} />}
    </Box>
  );
}

/** A register on the left, one entry with its specimen on the right. */
export const SideBySide = ({ left, right }: { left: ReactNode; right: ReactNode }) => (
  <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) 400px", gap: 3, height: "100%" }}>
    <Box sx={{ minHeight: 0 }}>{left}</Box>
    <Box sx={{ minHeight: 0, overflow: "auto", pb: 2 }}>{right}</Box>
  </Box>
);
