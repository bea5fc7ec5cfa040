"use client";
import Button from "@mui/material/Button";
import ListItemText from "@mui/material/ListItemText";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { KindOfPage } from "@hemstitch/core/inspect";
import type { OfficeStandard } from "@hemstitch/core/standard/plain";
import type { FileSummary, InspectedFileDetail } from "@/server/queries/inspections";
import { getJson, sendJson, wordsOf } from "../shared/api";
import { useMay } from "../shared/may";
import { useNotice } from "../shared/Notice";

/** Less sure than this, a kind is guessed but not judged by. */
const SURE = 0.9;

/** What kind of drawing the file is judged as, by what that is known, and another to choose. */
export function KindPicker({
  file,
  detail,
  refresh,
}: {
  file: FileSummary;
  detail: InspectedFileDetail;
  refresh: () => Promise<void>;
}) {
  const notice = useNotice();
  const mayChoose = useMay("mend");
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [kinds, setKinds] = useState<OfficeStandard["kinds"] | null>(null);
  const isMended = detail.mendedSha256 !== null || file.mendState !== null;
  const words = kindInWords(detail.kinds ?? []);
  if (!mayChoose || isMended)
    return (
      <Typography variant="caption" color="text.secondary" component="p">
        {words}
      </Typography>
    );
  const open = async (at: HTMLElement): Promise<void> => {
    setAnchor(at);
    try {
      setKinds((await getJson<OfficeStandard>(`/api/inspected/${file.id}/standard`)).kinds);
    } catch (error) {
      setAnchor(null);
      notice(wordsOf(error), "error");
    }
  };
  const choose = async (kind: string | null): Promise<void> => {
    setAnchor(null);
    try {
      await sendJson("POST", `/api/inspected/${file.id}/kind`, { kind });
      await refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <>
      <Button
        size="small"
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => void open(event.currentTarget)}
        sx={{ px: 0.5, mx: -0.5, py: 0, textAlign: "left", textTransform: "none" }}
      >
        {words} <span aria-hidden>&nbsp;▾</span>
      </Button>
      <Menu open={anchor !== null && kinds !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem selected={detail.kind === null} onClick={() => void choose(null)}>
          <ListItemText primary="As the drawing says" secondary="by the titles on it, page by page" />
        </MenuItem>
        {(kinds ?? []).map(({ id, title }) => (
          <MenuItem key={id} selected={detail.kind === id} onClick={() => void choose(id)}>
            {title || id}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

/** “Floor plan, by its title”; “Floor plan, as somebody said”; “kind not known”. */
function kindInWords(kinds: readonly (KindOfPage | null)[]): string {
  const titles = new Set(kinds.map((kind) => kind?.title ?? ""));
  const [first] = kinds;
  if (titles.size > 1) return `${[...titles].filter(Boolean).length} kinds of drawing`;
  if (!first) return "Kind of drawing not known";
  if (first.by === "said") return `${first.title}, as was said`;
  if (first.confidence < SURE) return `Perhaps a ${first.title.toLowerCase()}, by what is drawn`;
  return `${first.title}, by “${first.words}”`;
}
