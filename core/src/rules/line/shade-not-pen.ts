import { counted } from "../../base/words";
import { PAINT, type Page } from "../../drawing";
import { groundsOf } from "../../recognise/grounds";
import { entriesOf, NAMED_LAYERS } from "../../recognise/layer-names";
import { measuredOn, type PageRecogniser } from "../../recognise/recogniser";
import { rule } from "../rule";

/** Shades this near are alike, in per cent of full black. */
const SAME_PERCENT = 4;
/** Colours are grey where their parts differ by no more than this, of 255. */
const GREY = 10;

/** Visible strokes of one layer in one colour. */
interface ColourLook {
  readonly layer: number;
  readonly colour: number;
  readonly rows: Uint32Array;
}

const STROKE_COLOURS: PageRecogniser<ColourLook> = {
  id: "stroke-colours",
  on: "page",
  ofDrawing: true,
  finds: "lines by the colour that they plot in",
  from: "the layer and colour of each visible stroke; white ones on the bare paper are grounds",
  find: ({ page }) => coloursOf(page).map((look) => measuredOn(page.index, look, { of: "paths", rows: look.rows })),
};

function coloursOf(page: Page): ColourLook[] {
  const { paths } = page;
  const isGround = groundsOf(page);
  const groups = new Map<number, number[]>();
  for (let row = 0; row < paths.count; row++) {
    const paint = paths.paint[row] ?? 0;
    if ((paint & PAINT.stroke) === 0 || (paint & PAINT.hidden) !== 0 || isGround(row)) continue;
    const key = ((paths.layer[row] ?? -1) + 1) * 0x1000000 + (paths.strokeColour[row] ?? 0);
    const known = groups.get(key);
    if (known) known.push(row);
    else groups.set(key, [row]);
  }
  return [...groups].map(([key, rows]) => ({
    layer: Math.floor(key / 0x1000000) - 1,
    colour: key % 0x1000000,
    rows: Uint32Array.from(rows),
  }));
}

export const shadeNotPen = rule({
  id: "line/shade-not-pen",
  title: "Lines in another shade than their pen's",
  severity: "mend",
  needs: ["layers", "register", "pens"],
  reads: [STROKE_COLOURS, NAMED_LAYERS],
  parameters: [],
  mends: "set-shade",
  page: {
    measures:
      "How dark each visible line plots (its luminance, 100 % for black) against the shade of its layer's pen. A colour is no shade: it plots as a grey on one machine and in colour on the next.",
    why: "Context goes grey so that what is built carries; and a yellow line is gone in a copy.",
    right: "Black, where the pen plots at 100 %.",
    wrong: "Red lines, or grey ones, where the pen plots at 100 %.",
    cannotSee: "Fills, lettering, layers that are not registered or have no pen.",
    mend: "The lines are set in the pen's grey; areas that are filled together with them keep their colour.",
  },
  judge({ file, pages, report }) {
    const entries = entriesOf(file.of(NAMED_LAYERS));
    for (const facts of pages)
      for (const { value: look } of facts.of(STROKE_COLOURS)) {
        const pen = file.standard.penOf(entries[look.layer]);
        if (!pen) continue;
        const shade = shadeOf(look.colour);
        if (shade !== undefined && Math.abs(shade - pen.shadePercent) <= SAME_PERCENT) continue;
        const words = shade === undefined ? `#${look.colour.toString(16).padStart(6, "0")}` : `${Math.round(shade)} %`;
        report({
          page: facts.page.index,
          layer: look.layer,
          marks: { of: "paths", rows: look.rows },
          message: (count) =>
            `${counted(count, "line")} ${count === 1 ? "plots" : "plot"} ${shade === undefined ? `in the colour ${words}` : `at ${words} of black`}; the ${pen.id} pen of ${file.layerName(look.layer)} plots at ${pen.shadePercent} %.`,
          measured: words,
          expected: `${pen.shadePercent} %`,
          mend: [{ kind: "set-shade", page: facts.page.index, rows: look.rows, percent: pen.shadePercent }],
        });
      }
  },
});

/** How dark a grey is, per cent of black; undefined for a colour. */
function shadeOf(colour: number): number | undefined {
  const [r, g, b] = [(colour >> 16) & 255, (colour >> 8) & 255, colour & 255];
  if (Math.max(r, g, b) - Math.min(r, g, b) > GREY) return undefined;
  return 100 - ((r + g + b) / 3 / 255) * 100;
}
