"use client";
import { createTheme } from "@mui/material/styles";

declare module "@mui/material/styles" {
  interface Palette {
    stop: Palette["primary"];
    mend: Palette["primary"];
    note: Palette["primary"];
    hairline: string;
  }
  interface PaletteOptions {
    stop?: PaletteOptions["primary"];
    mend?: PaletteOptions["primary"];
    note?: PaletteOptions["primary"];
    hairline?: string;
  }
}

export const UI_FONT = '"Archivo Variable", system-ui, sans-serif';
export const CODE_FONT = '"Spline Sans Mono", ui-monospace, monospace';

/** Paper-white surfaces, ink-blue text, one warm accent; drawings are the colourful thing. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: "data-scheme" },
  colorSchemes: {
    light: {
      palette: {
        background: { default: "#F1EEE6", paper: "#FBFAF6" },
        text: { primary: "#1B2A41", secondary: "#565E6B" },
        primary: { main: "#2B4C7E" },
        secondary: { main: "#A86200" },
        divider: "#D9D4C7",
        hairline: "#D9D4C7",
        stop: { main: "#9F2B1E" },
        mend: { main: "#8A5300" },
        note: { main: "#4A6572" },
        error: { main: "#9F2B1E" },
        success: { main: "#35663F" },
      },
    },
    dark: {
      palette: {
        background: { default: "#14181F", paper: "#1C222B" },
        text: { primary: "#E8E4DA", secondary: "#A9AFB9" },
        primary: { main: "#9DB8E0" },
        secondary: { main: "#E2A04A" },
        divider: "#333B47",
        hairline: "#333B47",
        stop: { main: "#F0988C" },
        mend: { main: "#E4B062" },
        note: { main: "#9DBAC8" },
        error: { main: "#F0988C" },
        success: { main: "#93C79E" },
      },
    },
  },
  shape: { borderRadius: 4 },
  typography: {
    fontFamily: UI_FONT,
    fontSize: 13,
    h1: { fontSize: 22, fontWeight: 600, letterSpacing: "-0.01em" },
    h2: { fontSize: 15, fontWeight: 600 },
    h3: { fontSize: 13, fontWeight: 600 },
    body1: { fontSize: 14 },
    body2: { fontSize: 13 },
    caption: { fontSize: 12 },
    button: { textTransform: "none", fontWeight: 600 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: "tabular-nums", overflow: "hidden" },
        a: { color: "var(--mui-palette-primary-main)" },
        "code, kbd": { fontFamily: CODE_FONT, fontSize: "0.94em" },
        ":focus-visible": { outline: "2px solid var(--mui-palette-secondary-main)", outlineOffset: 1 },
      },
    },
    MuiButton: { defaultProps: { disableElevation: true, size: "small" } },
    MuiPaper: { defaultProps: { elevation: 0 } },
    MuiTextField: { defaultProps: { size: "small" } },
    MuiSelect: { defaultProps: { size: "small" } },
    MuiToggleButton: { styleOverrides: { root: { color: "var(--mui-palette-text-secondary)" } } },
    MuiTooltip: { defaultProps: { enterDelay: 500 } },
  },
});
