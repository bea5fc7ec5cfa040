"use client";
import Box from "@mui/material/Box";
import type { ReactNode } from "react";
import type { SxProps, Theme } from "@mui/material/styles";

/** Styles as an object, so that they can be put together. */
type Styles = Exclude<SxProps<Theme>, readonly unknown[] | ((theme: Theme) => unknown)>;

interface Props {
  /** What it is a table of, for those who hear it. */
  readonly label?: string;
  /** Titles of the columns. */
  readonly head: readonly string[];
  /** Columns of figures, which stand under each other; counted from 0. */
  readonly figures?: readonly number[];
  /** The rows, as `tr`. */
  readonly children: ReactNode;
  readonly sx?: Styles;
}

const FIGURES = { textAlign: "right", whiteSpace: "nowrap" } as const;

/** A table of rows to be read: its head, and a line under each row. */
export function PlainTable({ label, head, figures = [], children, sx = {} }: Props) {
  return (
    <Box
      component="table"
      aria-label={label}
      sx={{
        width: "100%",
        borderCollapse: "collapse",
        fontSize: 13,
        "& th, & td": {
          textAlign: "left",
          verticalAlign: "top",
          py: 0.6,
          px: 1,
          borderBottom: "1px solid",
          borderColor: "divider",
          fontWeight: 400,
        },
        "& th": { color: "text.secondary" },
        ...Object.fromEntries(figures.map((column) => [`& tr > :nth-child(${column + 1})`, FIGURES])),
        ...sx,
      }}
    >
      <thead>
        <tr>
          {head.map((title) => (
            <th key={title} scope="col">
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </Box>
  );
}
