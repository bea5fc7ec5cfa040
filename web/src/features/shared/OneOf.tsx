import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { SxProps, Theme } from "@mui/material/styles";

/** A few things of which one is shown, side by side. */
export function OneOf<T extends string>({
  label,
  options,
  value,
  onChange,
  sx,
}: {
  label: string;
  options: readonly (readonly [value: T, title: string])[];
  value: T;
  onChange: (value: T) => void;
  sx?: SxProps<Theme>;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={value}
      // One that is on already is not switched off.
      onChange={(_event, next: T | null) => next !== null && onChange(next)}
      aria-label={label}
      {...(sx ? { sx } : {})}
    >
      {options.map(([id, title]) => (
        <ToggleButton key={id} value={id} sx={{ textTransform: "none", py: 0.25, px: 0.9, whiteSpace: "nowrap" }}>
          {title}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
