"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import {
  keyOf,
  LISTS,
  orderedEntry,
  PROPERTIES,
  setAt,
  entriesOf,
  type EntryEdit,
  type ListName,
} from "@hemstitch/core/standard/plain";
import { useDraft } from "../draft";
import { PropertyField } from "../PropertyField";

/** What can be done to several entries at once: set one property of all, or remove them. */
export function ManyBar({ list, keys, onDone }: { list: ListName; keys: readonly string[]; onDone: () => void }) {
  const { standard, edit } = useDraft();
  const properties = PROPERTIES[list].filter((property) => property.path !== LISTS[list].key);
  const [path, setPath] = useState(properties[0]?.path ?? "");
  const [value, setValue] = useState<unknown>(undefined);
  const property = properties.find((each) => each.path === path);
  const entries = entriesOf(standard, list).filter((entry) => keys.includes(keyOf(list, entry)));
  const apply = async (): Promise<void> => {
    const edits = entries.map((entry): EntryEdit => {
      const next = structuredClone(entry) as Record<string, unknown>;
      setAt(next, path, value);
      return { key: keyOf(list, entry), entry: orderedEntry(list, next) };
    });
    if (await edit({ of: "list", list, edits })) onDone();
  };
  const remove = async (): Promise<void> => {
    if (await edit({ of: "list", list, edits: keys.map((key) => ({ key, entry: null })) })) onDone();
  };
  return (
    <Box
      role="group"
      aria-label="Chosen entries"
      sx={{
        display: "flex",
        gap: 1,
        alignItems: "center",
        mb: 1,
        px: 1.5,
        py: 0.75,
        bgcolor: "background.paper",
        border: "1px dashed",
        borderColor: "secondary.main",
      }}
    >
      <Typography variant="body2" sx={{ whiteSpace: "nowrap" }}>
        {keys.length.toLocaleString("en")} chosen: set
      </Typography>
      <TextField
        select
        value={path}
        onChange={(event) => {
          setPath(event.target.value);
          setValue(undefined);
        }}
        slotProps={{ htmlInput: { "aria-label": "Property" } }}
        sx={{ width: 170 }}
      >
        {properties.map((each) => (
          <MenuItem key={each.path} value={each.path}>
            {each.title}
          </MenuItem>
        ))}
      </TextField>
      <Box sx={{ flex: 1, maxWidth: 260 }}>
        {property && <PropertyField property={property} value={value} onChange={setValue} standard={standard} />}
      </Box>
      <Button variant="contained" onClick={() => void apply()}>
        Set for all
      </Button>
      <Button onClick={() => void remove()}>Remove {keys.length.toLocaleString("en")}</Button>
      <Button onClick={onDone}>Done</Button>
    </Box>
  );
}
