"use client";
import Box from "@mui/material/Box";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useMemo, useState } from "react";
import { LIBRARY_ITEMS, libraryItem, type LibraryItem } from "@hemstitch/core/specimen";
import { DownloadButton } from "../../shared/DownloadButton";
import { useDraft } from "../draft";
import { SpecimenView } from "../SpecimenView";

/** The office library: drawn from the standard, at any listed scale, out as PDF and SVG. */
export default function Library() {
  const { standard } = useDraft();
  const [scale, setScale] = useState(
    standard.scales.find((each) => each.scale === "1:50")?.scale ?? standard.scales[0]?.scale ?? "",
  );
  const [kind, setKind] = useState(standard.kinds[0]?.id ?? "");
  return (
    <Box sx={{ height: "100%", overflow: "auto" }}>
      <Box sx={{ display: "flex", gap: 1.5, my: 1, alignItems: "center" }}>
        <TextField
          select
          label="Scale"
          value={scale}
          onChange={(event) => setScale(event.target.value)}
          sx={{ width: 160 }}
        >
          {standard.scales.map((each) => (
            <MenuItem key={each.scale} value={each.scale}>
              {each.scale}
            </MenuItem>
          ))}
        </TextField>
        {standard.kinds.length > 0 && (
          <TextField
            select
            label="Drawing kind"
            value={kind}
            onChange={(event) => setKind(event.target.value)}
            sx={{ width: 190 }}
          >
            {standard.kinds.map((each) => (
              <MenuItem key={each.id} value={each.id}>
                {each.title || each.id}
              </MenuItem>
            ))}
          </TextField>
        )}
        <Typography variant="body2" sx={{ ml: 2 }}>
          Starter{kind ? ` for ${standard.kinds.find((each) => each.id === kind)?.title.toLowerCase()}` : ""}: every
          layer, the key, samples
        </Typography>
        {(["pdf", "svg"] as const).map((format) => (
          <DownloadButton
            key={format}
            variant="outlined"
            href={`/api/standard/starter?${new URLSearchParams({ ...(kind ? { kind } : {}), format }).toString()}`}
          >
            {format.toUpperCase()}
          </DownloadButton>
        ))}
      </Box>
      <Box sx={{ columns: "420px", columnGap: 4 }}>
        {LIBRARY_ITEMS.map((item) => (
          <Item key={item.id} id={item.id} title={item.title} byScale={item.byScale} scale={scale} kind={kind} />
        ))}
      </Box>
    </Box>
  );
}

function Item({
  id,
  title,
  byScale,
  scale,
  kind,
}: {
  id: LibraryItem;
  title: string;
  byScale: boolean;
  scale: string;
  kind: string;
}) {
  const { standard } = useDraft();
  const drawn = useMemo(
    () => libraryItem(standard, id, { scale, ...(kind ? { kind } : {}) }),
    [standard, id, scale, kind],
  );
  const query = (format: string): string =>
    new URLSearchParams({
      item: id,
      format,
      ...(byScale ? { scale } : {}),
      ...(id === "layer-key" && kind ? { kind } : {}),
    }).toString();
  return (
    <Box component="section" sx={{ breakInside: "avoid", mb: 3 }}>
      <Box sx={{ display: "flex", alignItems: "center", borderBottom: "1px dashed", borderColor: "divider", mb: 1 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          {title}
          {byScale ? ` at ${scale}` : ""}
        </Typography>
        {drawn &&
          ["pdf", "svg"].map((format) => (
            <DownloadButton
              key={format}
              href={`/api/standard/library?${query(format)}`}
              aria-label={`${title} as ${format.toUpperCase()}`}
            >
              {format.toUpperCase()}
            </DownloadButton>
          ))}
      </Box>
      {drawn ? (
        <SpecimenView specimen={drawn} label={title} />
      ) : (
        <Typography variant="body2" color="text.secondary">
          It is drawn from the standard&apos;s entries, and those that it needs are not written yet. Add them in their
          registers, and it stands here ready to download.
        </Typography>
      )}
    </Box>
  );
}
