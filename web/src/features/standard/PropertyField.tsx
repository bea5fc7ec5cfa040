"use client";
import Box from "@mui/material/Box";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import dynamic from "next/dynamic";
import { useEffect, useState } from "react";
import { titleWithUnit, type OfficeStandard, type Property } from "@hemstitch/core/standard/plain";
import { CODE_FONT } from "../shell/theme";
import { choiceWords, keysOf } from "./choices";
import { Swatch } from "./Swatch";
import { figure, listOf } from "./typed";

const PictureField = dynamic(() => import("./PictureField").then((each) => each.PictureField), { ssr: false });

interface Props {
  readonly property: Property;
  readonly value: unknown;
  readonly onChange: (value: unknown) => void;
  readonly standard: OfficeStandard;
  readonly disabled?: boolean;
  readonly problem?: string | undefined;
}

/** The field for one property of an entry, by what it takes. */
export function PropertyField({ property, value, onChange, standard, disabled = false, problem }: Props) {
  const { shape, choices, to, optional } = property;
  const label = titleWithUnit(property);
  const error = problem !== undefined;
  if (shape === "flag")
    return (
      <FormControlLabel
        disabled={disabled}
        control={
          <Checkbox
            size="small"
            checked={value === true}
            onChange={(event) => onChange(event.target.checked || !optional ? event.target.checked : undefined)}
          />
        }
        label={label}
        slotProps={{ typography: { variant: "body2" } }}
      />
    );
  if (shape === "picture")
    return <PictureField label={label} value={value as string | undefined} onChange={onChange} disabled={disabled} />;
  if (shape === "choice" || shape === "key") {
    const options = shape === "key" && to ? keysOf(standard, to) : (choices ?? []);
    return (
      <TextField
        select
        fullWidth
        label={label}
        value={value ?? ""}
        disabled={disabled}
        error={error}
        helperText={problem}
        onChange={(event) => onChange(event.target.value === "" ? undefined : event.target.value)}
      >
        {optional && <MenuItem value="">–</MenuItem>}
        {options.map((option) => (
          <MenuItem key={option} value={option}>
            {shape === "choice" ? choiceWords(option) : option}
          </MenuItem>
        ))}
      </TextField>
    );
  }
  if (shape === "keys" || (shape === "texts" && choices)) {
    const options = shape === "keys" && to ? keysOf(standard, to) : [...(choices ?? [])];
    return (
      <TextField
        select
        fullWidth
        label={label}
        value={value ?? []}
        disabled={disabled}
        error={error}
        helperText={problem}
        onChange={(event) => {
          const next = event.target.value as unknown as string[];
          onChange(next.length === 0 && optional ? undefined : next);
        }}
        slotProps={{
          select: {
            multiple: true,
            renderValue: (chosen) =>
              (chosen as string[]).map((each) => (choices ? choiceWords(each) : each)).join(", "),
          },
        }}
      >
        {options.map((option) => (
          <MenuItem key={option} value={option} dense>
            <Checkbox size="small" sx={{ p: 0, mr: 1 }} checked={((value ?? []) as string[]).includes(option)} />
            {choices ? choiceWords(option) : option}
          </MenuItem>
        ))}
      </TextField>
    );
  }
  if (shape === "colour")
    return (
      <Box sx={{ display: "flex", alignItems: "center", gap: 1 }}>
        <TextField
          fullWidth
          label={label}
          value={value ?? ""}
          disabled={disabled}
          error={error}
          helperText={problem}
          onChange={(event) => onChange(event.target.value)}
        />
        <Swatch colour={String(value ?? "")} />
      </Box>
    );
  if (shape === "number" || shape === "numbers" || shape === "texts")
    return (
      <TypedField
        label={label}
        property={property}
        value={value}
        onChange={onChange}
        disabled={disabled}
        problem={problem}
      />
    );
  return (
    <TextField
      fullWidth
      label={label}
      value={value ?? ""}
      disabled={disabled}
      error={error}
      helperText={problem}
      multiline={shape === "words"}
      maxRows={6}
      onChange={(event) => onChange(event.target.value === "" && optional ? undefined : event.target.value)}
      slotProps={{
        htmlInput: {
          maxLength: 4000,
          ...(property.path === "name" || property.path === "code" ? { style: { fontFamily: CODE_FONT } } : {}),
        },
      }}
    />
  );
}

const written = (value: unknown): string =>
  Array.isArray(value) ? value.join(", ") : value === undefined || value === null ? "" : String(value);

/** Figures and lists are kept as typed until they can be read, so that nobody fights the field. */
function TypedField({
  label,
  property,
  value,
  onChange,
  disabled,
  problem,
}: { label: string } & Omit<Props, "standard">) {
  const [text, setText] = useState(written(value));
  const [shown, setShown] = useState(value);
  useEffect(() => {
    if (JSON.stringify(shown) === JSON.stringify(value)) return;
    setShown(value);
    setText(written(value));
  }, [shown, value]);
  const [wrong, setWrong] = useState(false);
  const type = (next: string): void => {
    setText(next);
    const { shape, optional } = property;
    let typed: unknown;
    let bad = false;
    if (shape === "texts")
      typed = next
        .split(",")
        .map((each) => each.trim())
        .filter((each) => each !== "");
    else if (shape === "numbers") {
      const numbers = listOf(next.replaceAll(/\s+/g, ",")).map(figure);
      bad = numbers.includes(undefined);
      typed = numbers;
    } else {
      typed = figure(next);
      bad = typed === undefined && !(optional && next.trim() === "");
    }
    setWrong(bad);
    if (bad) return;
    setShown(typed);
    onChange(typed);
  };
  return (
    <TextField
      fullWidth
      label={label}
      value={text}
      disabled={disabled ?? false}
      error={wrong || problem !== undefined}
      helperText={wrong ? (property.shape === "number" ? "Not a number" : "Numbers with commas between") : problem}
      onChange={(event) => type(event.target.value)}
    />
  );
}
