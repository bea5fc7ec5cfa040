"use client";
import IconButton from "@mui/material/IconButton";
import { BinIcon } from "../shell/icons";
import { useBin } from "./use-bin";

/** Puts one row of a table into the bin. */
export function BinButton({
  name,
  path,
  then,
  undone,
}: {
  /** Of the thing, for those who hear it and for the tip. */
  name: string;
  path: string;
  then?: () => void;
  undone?: () => void;
}) {
  const { takeAway } = useBin();
  const words = `Move ${name} to the bin`;
  return (
    <IconButton
      aria-label={words}
      title={words}
      onClick={() => void takeAway(path, then, undone)}
      sx={{ p: 0.5, my: -0.5, color: "text.secondary", "&:hover": { color: "error.main" } }}
    >
      <BinIcon />
    </IconButton>
  );
}
