import Box from "@mui/material/Box";

export type SeverityName = "stop" | "mend" | "note";

/** Severity by shape: a square stops, a diamond is to be mended, a ring is a note. */
export function SeverityShape({ severity, size = 12 }: { severity: SeverityName; size?: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 12 12"
      aria-hidden
      style={{ flex: "none", color: `var(--mui-palette-${severity}-main)` }}
    >
      {severity === "stop" && <rect x="1" y="1" width="10" height="10" fill="currentColor" />}
      {severity === "mend" && (
        <rect x="2.2" y="2.2" width="7.6" height="7.6" transform="rotate(45 6 6)" fill="currentColor" />
      )}
      {severity === "note" && <circle cx="6" cy="6" r="4.3" fill="none" stroke="currentColor" strokeWidth="2" />}
    </svg>
  );
}

const WORDS: Record<SeverityName, string> = { stop: "stop", mend: "to mend", note: "note" };

/** Sums of the three severities; those of none are left out. */
export function SeveritySums({ stops, mends, notes }: { stops: number; mends: number; notes: number }) {
  const sums = [
    ["stop", stops],
    ["mend", mends],
    ["note", notes],
  ] as const;
  const shown = sums.filter(([, sum]) => sum > 0);
  if (shown.length === 0)
    return (
      <Box component="span" sx={{ color: "success.main" }}>
        nothing found
      </Box>
    );
  return (
    <Box component="span" sx={{ display: "inline-flex", gap: 1.5, whiteSpace: "nowrap" }}>
      {shown.map(([severity, sum]) => (
        <Box component="span" key={severity} sx={{ display: "inline-flex", gap: 0.6, alignItems: "center" }}>
          <SeverityShape severity={severity} />
          {sum} {WORDS[severity]}
        </Box>
      ))}
    </Box>
  );
}
