import type { ReactNode } from "react";

const Drawn = ({ children, size = 22 }: { children: ReactNode; size?: number }) => (
  <svg
    width={size}
    height={size}
    viewBox="0 0 24 24"
    fill="none"
    stroke="currentColor"
    strokeWidth="1.5"
    strokeLinecap="round"
    strokeLinejoin="round"
    aria-hidden
  >
    {children}
  </svg>
);

/** A hem: a folded edge with its stitches. */
export const Mark = () => (
  <Drawn size={34}>
    <path d="M4 5h16v14H4z" />
    <path d="M4 14.5h16" strokeDasharray="2.2 1.8" stroke="var(--mui-palette-secondary-main)" />
    <path d="M7 8v3M12 8v3M17 8v3" />
  </Drawn>
);
export const FindIcon = () => (
  <Drawn>
    <path d="M10.5 4.5a6 6 0 1 0 0 12 6 6 0 1 0 0-12zM15 15l4.5 4.5" />
  </Drawn>
);
export const TodayIcon = () => (
  <Drawn>
    <path d="M4 18h16M6.5 18a5.5 5.5 0 0 1 11 0M12 6v3M5.6 9.6l1.8 1.8M18.4 9.6l-1.8 1.8" />
  </Drawn>
);
export const StandardIcon = () => (
  <Drawn>
    <path d="M3 8.5h18v7H3zM6.5 8.5v3M10 8.5v4M13.5 8.5v3M17 8.5v4" />
  </Drawn>
);
export const PlanSetsIcon = () => (
  <Drawn>
    <path d="M4 8h13v11H4zM7 8V5h13v11h-3M11 15h6v4h-6z" />
  </Drawn>
);
export const InspectionIcon = () => (
  <Drawn>
    <path d="M4 4h11v5M4 4v16h7M7 8h5M7 12h3" />
    <circle cx="15.5" cy="15.5" r="4" />
    <path d="m18.5 18.5 2.5 2.5" />
  </Drawn>
);
export const SlipIcon = () => (
  <Drawn>
    <path d="M4 17 17 4l3 3L7 20zM8 13l1.5 1.500M11 10l2 2M14 7l1.5 1.5" />
  </Drawn>
);
export const LampIcon = () => (
  <Drawn>
    <path d="M8 4h8l3 8H5zM12 12v7M8.5 20h7" />
  </Drawn>
);
export const RequestsIcon = () => (
  <Drawn>
    <path d="M4 5h16v11H11l-4 4v-4H4zM8 9h8M8 12h5" />
  </Drawn>
);
export const PersonIcon = () => (
  <Drawn>
    <circle cx="12" cy="8.5" r="3.5" />
    <path d="M5 20c.8-4 3.500-6 7-6s6.200 2 7 6" />
  </Drawn>
);
export const BinIcon = () => (
  <Drawn size={18}>
    <path d="M5 7.5h14M9.5 7.5V5h5v2.5M6.5 7.5 7.5 20h9l1-12.5M10.5 11v5.5M13.5 11v5.5" />
  </Drawn>
);
