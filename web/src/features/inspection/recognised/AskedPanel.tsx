"use client";
import Box from "@mui/material/Box";
import LinearProgress from "@mui/material/LinearProgress";
import Typography from "@mui/material/Typography";
import type { AskedMark } from "@hemstitch/core/recognise";
import { CODE_FONT } from "../../shell/theme";
import { SheetPanel } from "../SheetPanel";
import type { AskedView } from "./use-asked";

const WHAT = { line: "A line", area: "A filled area", lettering: "Lettering" } as const;

/** What can be said of the mark that somebody pointed at. */
export function AskedPanel({ asked, onClose }: { asked: AskedView; onClose: () => void }) {
  const { mark, problem } = asked;
  return (
    <SheetPanel
      label="The mark that was pointed at"
      title={mark ? WHAT[mark.what] : "This mark"}
      onClose={onClose}
      sx={{ right: 12, top: 10, width: 292 }}
    >
      {!mark && !problem && <LinearProgress aria-label="Being looked at" />}
      {problem && (
        <Typography variant="body2" color="error" sx={{ p: 1.5 }}>
          {problem}
        </Typography>
      )}
      {mark && (
        <Box
          component="dl"
          sx={{
            m: 0,
            px: 1.5,
            py: 1,
            display: "grid",
            gridTemplateColumns: "86px minmax(0, 1fr)",
            columnGap: 1,
            rowGap: 0.4,
            fontSize: 13,
            "& dt": { color: "text.secondary" },
            "& dd": { m: 0, overflowWrap: "anywhere" },
          }}
        >
          {factsOf(mark).map(([name, value, isCode]) => (
            <Box key={name} sx={{ display: "contents" }}>
              <dt>{name}</dt>
              <Box component="dd" sx={isCode ? { fontFamily: CODE_FONT } : {}}>
                {value}
              </Box>
            </Box>
          ))}
        </Box>
      )}
    </SheetPanel>
  );
}

type Fact = readonly [name: string, value: string, isCode?: boolean];

const mm = (value: number): string => `${Number(value.toFixed(2))} mm`;

function factsOf(mark: AskedMark): Fact[] {
  return [
    ["Layer", mark.layer ?? "no layer", mark.layer !== undefined],
    ...(mark.layer !== undefined && mark.isRegistered === false ? [["", "not in the register"] as const] : []),
    ...lineFacts(mark),
    ...textFacts(mark),
    ["Colour", colourWords(mark.colour)],
    ...impliedFact(mark),
  ];
}

function lineFacts({ widthMm, pen, layersPen, lineType, dashMm, lengthMm, inBuilding, scale }: AskedMark): Fact[] {
  const facts: Fact[] = [];
  if (widthMm !== undefined)
    facts.push([
      "Pen",
      `${mm(widthMm)}${pen ? `, the ${pen} pen` : pen === null ? ", which is not in the pen schedule" : ""}`,
    ]);
  if (layersPen !== undefined && widthMm !== undefined && pen !== layersPen) facts.push(["Layer’s pen", layersPen]);
  if (dashMm) facts.push(["Line type", lineType ?? lineTypeWords(dashMm, lineType === null)]);
  if (lengthMm !== undefined) facts.push(["Length", `${mm(lengthMm)} on paper`]);
  if (inBuilding !== undefined) facts.push(["", `${inBuilding} in the building, at ${scale}`]);
  return facts;
}

function lineTypeWords(dashMm: readonly number[], isNone: boolean): string {
  if (dashMm.length === 0) return "continuous";
  const dashes = dashMm.map(mm).join(", ");
  return isNone ? `none of the standard’s (${dashes})` : dashes;
}

function textFacts({ text, heightMm, textStyle, font }: AskedMark): Fact[] {
  if (text === undefined || heightMm === undefined) return [];
  return [
    ["Reads", `“${text}”`],
    [
      "Height",
      `${mm(heightMm)}${textStyle ? `, ${textStyle}` : textStyle === null ? ", which is no text style’s" : ""}`,
    ],
    ...(font === undefined ? [] : [["Font", font] as const]),
  ];
}

function impliedFact({ implied, layer, isRegistered }: AskedMark): Fact[] {
  if (!implied || (implied.name === layer && isRegistered)) return [];
  return [["Looks like", `${implied.name}, because ${implied.because}`]];
}

function colourWords(colour: number): string {
  const [r, g, b] = [(colour >> 16) & 255, (colour >> 8) & 255, colour & 255];
  if (colour === 0) return "black";
  if (r === g && g === b) return `grey, ${Math.round(100 - (r / 255) * 100)} % of black`;
  return `#${colour.toString(16).padStart(6, "0")}`;
}
