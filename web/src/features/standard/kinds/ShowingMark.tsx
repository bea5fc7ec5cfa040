import type { Showing } from "@hemstitch/core/standard/plain";

export const SHOWING_WORDS = {
  drawn: "drawn",
  needed: "needed",
  faint: "faint",
  "left-out": "left out",
  undecided: "undecided",
} as const;

/** A cell of the showing chart by shape: filled is drawn, filled within an outline is needed, outlined is faint, a dash is left out, a question mark undecided. */
export function ShowingMark({ state }: { state: Showing | undefined }) {
  if (state === undefined) return <span style={{ fontWeight: 700, fontSize: 13 }}>?</span>;
  return (
    <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden>
      {state === "drawn" && <rect x="1" y="1" width="10" height="10" fill="currentColor" />}
      {state === "needed" && (
        <>
          <rect x="0.6" y="0.6" width="10.8" height="10.8" fill="none" stroke="currentColor" strokeWidth="1.2" />
          <rect x="3" y="3" width="6" height="6" fill="currentColor" />
        </>
      )}
      {state === "faint" && (
        <rect x="1.75" y="1.75" width="8.5" height="8.5" fill="none" stroke="currentColor" strokeWidth="1.2" />
      )}
      {state === "left-out" && <path d="M2 6h8" stroke="currentColor" strokeWidth="1.4" />}
    </svg>
  );
}
