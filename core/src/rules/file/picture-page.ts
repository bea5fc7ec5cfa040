import { distanceToBox, overlap, PAINT, type BoxMm, type Page, type PointMm } from "../../drawing";
import { rule } from "../rule";

/** A page is mostly a picture where pictures cover so much of it. */
const MOSTLY = 0.5;
/** With more marks than this upon it, a picture lies under a drawing. */
const MOST_MARKS = 400;

export const picturePage = rule({
  id: "file/picture-page",
  title: "A page that is mostly a picture",
  severity: "mend",
  scope: "page",
  needs: [],
  reads: [],
  parameters: [],
  page: {
    measures: "How much of a page visible pictures cover, and how many lines and strings stand upon them.",
    why: "A scan has no layers, pens or lettering that could be measured: a sheet that was found faultless because nothing could be read on it is worse than one with faults.",
    right: "A drawing exported from the program that it was drawn in.",
    wrong: "The same drawing, printed and scanned.",
    cannotSee: "What the picture shows. Only what stands beside it, such as a frame, is judged.",
    mend: "None: ask for the drawing itself.",
  },
  judge({ pages, report, leaveOpen }) {
    for (const { page } of pages) {
      const boxes = pictures(page);
      const share = covered(page, boxes);
      if (share < MOSTLY || marksUpon(page, boxes) > MOST_MARKS) continue;
      report({
        page: page.index,
        message: () =>
          `A picture covers ${Math.round(share * 100)} % of the page; what it shows can't be judged. Ask for the drawing itself.`,
        measured: `${Math.round(share * 100)} %`,
      });
      leaveOpen(`Page ${page.index} is mostly a picture: what it shows is not judged by any rule.`);
    }
  },
});

/** What shows of the pictures of a page. */
function pictures({ images, clips, widthMm, heightMm }: Page): BoxMm[] {
  const paper = { x: 0, y: 0, width: widthMm, height: heightMm };
  return images.flatMap(({ kind, boxMm, clip }) => {
    const cut = clips[clip]?.boxMm;
    const seen = kind === "image" ? overlap(boxMm, paper) : undefined;
    const rest = seen && cut ? overlap(seen, cut) : seen;
    return rest ? [rest] : [];
  });
}

/** How much of a page boxes cover, by hundredths of its sides: scans come in strips that lie beside and over each other. */
function covered({ widthMm, heightMm }: Page, boxes: readonly BoxMm[]): number {
  let count = 0;
  for (let i = 0; i < GRID; i++)
    for (let j = 0; j < GRID; j++) {
      const [x, y] = [((i + 0.5) * widthMm) / GRID, ((j + 0.5) * heightMm) / GRID];
      if (isUpon(boxes, [x, y])) count++;
    }
  return count / (GRID * GRID);
}
const GRID = 100;

const isUpon = (boxes: readonly BoxMm[], at: PointMm): boolean => boxes.some((box) => distanceToBox(box, at) === 0);

function marksUpon({ paths, texts }: Page, boxes: readonly BoxMm[]): number {
  const isOn = (x = 0, y = 0): boolean => isUpon(boxes, [x, y]);
  let count = 0;
  for (let row = 0; row < paths.count && count <= MOST_MARKS; row++) {
    const at = (paths.firstPoint[row] ?? 0) * 2;
    if (((paths.paint[row] ?? 0) & PAINT.hidden) === 0 && isOn(paths.points[at], paths.points[at + 1])) count++;
  }
  for (let row = 0; row < texts.count && count <= MOST_MARKS; row++)
    if (((texts.paint[row] ?? 0) & PAINT.hidden) === 0 && isOn(texts.anchors[row * 2], texts.anchors[row * 2 + 1]))
      count++;
  return count;
}
