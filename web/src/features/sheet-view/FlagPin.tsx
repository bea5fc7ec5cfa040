import type { SeverityName } from "../shared/Severity";

export interface Flag {
  readonly id: string;
  readonly number: number;
  readonly severity: SeverityName;
  /** Millimetres on the sheet, y up. */
  readonly x: number;
  readonly y: number;
  readonly label: string;
}

/** The sheet is white in every scheme, so its flags keep the colours for white. */
const COLOURS = { stop: "#9F2B1E", mend: "#8A5300", note: "#4A6572" } as const;
const SHAPES = { stop: "2px", mend: "2px", note: "50%" } as const;

/** A numbered flag where a finding is. */
export function FlagPin({
  flag,
  selected,
  onSelect,
}: {
  flag: Flag;
  selected: boolean;
  onSelect: ((id: string) => void) | undefined;
}) {
  const colour = COLOURS[flag.severity];
  return (
    <button
      type="button"
      data-x={flag.x}
      data-y={flag.y}
      data-colour={colour}
      aria-label={flag.label}
      aria-pressed={selected}
      onClick={() => onSelect?.(flag.id)}
      style={{
        position: "absolute",
        left: 0,
        top: 0,
        width: 0,
        height: 0,
        border: 0,
        padding: 0,
        background: "none",
        zIndex: selected ? 2 : 1,
      }}
    >
      <span
        style={{
          position: "absolute",
          left: -11,
          top: -24,
          width: 22,
          height: 22,
          display: "grid",
          placeItems: "center",
          cursor: "pointer",
          font: "600 11px 'Archivo Variable', sans-serif",
          borderRadius: SHAPES[flag.severity],
          transform: flag.severity === "mend" ? "rotate(45deg) scale(.86)" : "",
          background: flag.severity === "note" ? "#fff" : selected ? "#C77700" : colour,
          color: flag.severity === "note" ? colour : "#fff",
          border: `2px solid ${selected ? "#C77700" : flag.severity === "note" ? colour : "#fff"}`,
        }}
      >
        <span style={{ transform: flag.severity === "mend" ? "rotate(-45deg)" : "" }}>{flag.number}</span>
      </span>
    </button>
  );
}
