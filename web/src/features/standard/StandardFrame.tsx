"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Typography from "@mui/material/Typography";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Link from "next/link";
import { useState, type ReactNode } from "react";
import { CHAPTERS, isBlank } from "@hemstitch/core/standard/plain";
import { Page } from "../shared/Page";
import { useDownload } from "../shared/use-download";
import { useDraft } from "./draft";
import { SCROLLS } from "./StaysInSight";
import { UnstoredLink } from "./UnstoredLink";
import { useChangeCount } from "./change-count";
import { useWholeStandard } from "./whole-standard";

export interface EditionState {
  /** Number of the edition in force; null while nothing has been published. */
  readonly inForce: number | null;
  /** Changes of the draft from it. */
  readonly changes: number;
}

/** Not a chapter of conventions: how drawings are judged by them. */
const CHECKS = { id: "checks", title: "Checks" } as const;

/** What every chapter has around it: which edition is in force, what the draft changes, the chapters, in and out. */
export function StandardFrame({
  editions,
  chapter,
  children,
}: {
  editions: EditionState;
  chapter: string;
  children: ReactNode;
}) {
  const { standard, mayEdit, saving, undo, redo, undoes, redoes } = useDraft();
  const changes = useChangeCount(editions.changes);
  return (
    <Box sx={{ height: "100%", display: "flex", flexDirection: "column", overflow: "hidden" }}>
      <Page
        title="Standard"
        lead={`${standard.name} · ${editions.inForce === null ? "nothing published yet" : `edition ${editions.inForce} in force`}${saving ? " · storing…" : ""}`}
        actions={
          <>
            {mayEdit && (
              <>
                <UnstoredLink />
                <Button onClick={undo} disabled={undoes === null} title={undoes ? `Take back: ${undoes}` : undefined}>
                  Undo
                </Button>
                <Button onClick={redo} disabled={redoes === null} title={redoes ? `Make again: ${redoes}` : undefined}>
                  Redo
                </Button>
              </>
            )}
            <Button
              component={Link}
              href="/standard/editions"
              variant={changes > 0 ? "contained" : "outlined"}
              aria-current={chapter === "editions" ? "page" : undefined}
            >
              {changes > 0
                ? `Draft: ${changes.toLocaleString("en")} ${changes === 1 ? "change" : "changes"}`
                : "Editions"}
            </Button>
            <InAndOut mayEdit={mayEdit} />
          </>
        }
      >
        {mayEdit && isBlank(standard) && (
          <Typography variant="body2" sx={{ mb: 1 }}>
            Nothing is written in this standard yet. Write its entries in the registers, or{" "}
            <Link href="/standard/begin">begin from a published standard or a file</Link>.
          </Typography>
        )}
        <Box
          component="nav"
          aria-label="Chapters"
          sx={{
            display: "flex",
            gap: 2,
            borderBottom: "1px dashed",
            borderColor: "divider",
            mb: 1.5,
            overflowX: "auto",
          }}
        >
          {[...CHAPTERS, CHECKS].map(({ id, title }) => (
            <Box
              key={id}
              component={Link}
              href={`/standard/${id}`}
              aria-current={id === chapter ? "page" : undefined}
              sx={{
                py: 0.75,
                fontSize: 13.5,
                whiteSpace: "nowrap",
                textDecoration: "none",
                color: "text.secondary",
                borderBottom: "2px solid transparent",
                "&[aria-current]": { color: "text.primary", fontWeight: 600, borderBottomColor: "secondary.main" },
              }}
            >
              {title}
            </Box>
          ))}
        </Box>
        <Box sx={{ flex: 1, minHeight: 0, height: "calc(100dvh - 128px)" }}>{children}</Box>
      </Page>
    </Box>
  );
}

function InAndOut({ mayEdit }: { mayEdit: boolean }) {
  const { choose, dialog } = useWholeStandard();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = (): void => setAnchor(null);
  const { making, onLink } = useDownload();
  const downloads = [
    ["JSON", "/api/standard/export"],
    ["Workbook (XLSX)", "/api/standard/workbook"],
    ["Manual (PDF)", "/api/standard/manual"],
  ] as const;
  return (
    <>
      <Button aria-haspopup="menu" loading={making} onClick={(event) => setAnchor(event.currentTarget)}>
        In and out
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {downloads.map(([word, href]) => (
          <MenuItem
            key={word}
            component="a"
            href={href}
            onClick={(event) => {
              close();
              onLink(event, href);
            }}
          >
            Download {word}
          </MenuItem>
        ))}
        {mayEdit && (
          <MenuItem
            onClick={() => {
              close();
              choose();
            }}
          >
            Import JSON or workbook
          </MenuItem>
        )}
      </Menu>
      {dialog}
    </>
  );
}

/** A register on the left, one entry with its specimen on the right. */
export const SideBySide = ({ left, right, wide = 540 }: { left: ReactNode; right: ReactNode; wide?: number }) => (
  <Box
    sx={{
      display: "grid",
      // On a small screen both give way, so that the register keeps its first columns.
      gridTemplateColumns: { xs: `minmax(0, 1fr) ${Math.round(wide * 0.88)}px`, lg: `minmax(0, 1fr) ${wide}px` },
      gap: { xs: 2, lg: 3 },
      height: "100%",
    }}
  >
    <Box sx={{ minHeight: 0 }}>{left}</Box>
    {/* What gets the focus is not scrolled under the bar at the foot of an entry's panel. */}
    <Box {...SCROLLS} sx={{ minHeight: 0, overflow: "auto", scrollPaddingBottom: 64, pb: 2, pr: 0.5 }}>
      {right}
    </Box>
  </Box>
);
