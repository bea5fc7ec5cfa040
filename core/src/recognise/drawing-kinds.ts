import { boxOfPoints, distanceToBox, type BoxMm, type PointMm } from "../drawing";
import type { KindEntry } from "../standard/plain";
import { OPENINGS } from "./building/openings";
import { DRAWING_TITLES } from "./drawing-titles";
import { cornersOf } from "./lettering";
import { measuredOn, type PageFacts, type PageRecogniser, type Sure } from "./recogniser";
import { REGIONS, type Regions } from "./regions";
import { TITLE_BLOCKS } from "./title-blocks/title-blocks";

const CONFIDENCE = { said: 1, title: 0.95, titleBlock: 0.9, content: 0.6 };
/** A kind is used where it is as sure as this. */
export const SURE_KIND = 0.9;
/** Doors with swings are drawn on plans. */
const LEAST_SWINGS = 2;

/** What kind of drawing a page holds, and by what that is known. */
export interface GuessedKind {
  readonly kind: KindEntry;
  /** `said` by the caller; a title of a drawing; the title in the title block; what is drawn. */
  readonly by: "said" | "title" | "title block" | "content";
  /** The words that it was read off; empty for what is drawn. */
  readonly words: string;
}

/** The kind of a page: one, where its drawings are of one kind, else none. */
export const PAGE_KIND: PageRecogniser<GuessedKind> = {
  id: "page-kind",
  on: "page",
  finds: "the drawing kind",
  from: "what the caller says, else the titles of drawings and the names of measured parts, else the title in the title block, else what is drawn",
  find: (facts) => {
    const guess = kindOf(facts);
    return guess ? [{ ...guess, evidence: [{ page: facts.page.index }] }] : [];
  },
};

function kindOf(facts: PageFacts): Omit<Sure<GuessedKind>, "evidence"> | undefined {
  const { kind: said, standard } = facts.file.standard;
  if (said && !facts.file.given.isKindGuessed)
    return { value: { kind: said, by: "said", words: "" }, confidence: CONFIDENCE.said };
  const titles = [
    ...facts.of(DRAWING_TITLES).map(({ value }) => value.text),
    ...facts.page.viewports.map(({ name }) => name),
  ];
  const titled = titles.flatMap((words) => {
    const kind = kindNamed(standard.kinds, words);
    return kind ? [{ kind, words }] : [];
  });
  const [first] = titled;
  // A title beside one of several drawings says nothing of the others.
  if (first && titled.length >= facts.page.viewports.length && titled.every(({ kind }) => kind === first.kind))
    return { value: { ...first, by: "title" }, confidence: CONFIDENCE.title };
  if (first) return undefined;
  for (const { value: block } of facts.of(TITLE_BLOCKS))
    for (const cell of block.cells) {
      if (cell.field !== "title" && cell.field !== "supplement") continue;
      const kind = kindNamed(standard.kinds, cell.value);
      if (kind) return { value: { kind, by: "title block", words: cell.value }, confidence: CONFIDENCE.titleBlock };
    }
  const swings = facts.of(OPENINGS).filter(({ value }) => value.leavesMm.length > 0).length;
  const plan = kindNamed(standard.kinds, "floor plan");
  return swings >= LEAST_SWINGS && plan
    ? { value: { kind: plan, by: "content", words: "" }, confidence: CONFIDENCE.content }
    : undefined;
}

/** The kinds of the drawings of a page, by where they stand; what a part of the page has is kept. */
class KindsOfParts {
  private readonly titles: readonly { readonly corners: readonly PointMm[]; readonly text: string }[];
  private readonly inRegion = new Map<number, KindEntry | undefined>();

  constructor(
    private readonly facts: PageFacts,
    private readonly regions: Regions | undefined,
  ) {
    this.titles = facts.of(DRAWING_TITLES).map(({ value }) => ({ corners: cornersOf(value.line), text: value.text }));
  }

  at(at: PointMm): KindEntry | undefined {
    const region = this.regions?.of(at) ?? -1;
    if (region >= 0 && this.inRegion.has(region)) return this.inRegion.get(region);
    const own = this.nearBox(this.regions?.boxes[region] ?? boxOfPoints([at]));
    if (region >= 0) this.inRegion.set(region, own);
    return own;
  }

  private nearBox(box: BoxMm): KindEntry | undefined {
    let [nearest, least]: [string | undefined, number] = [undefined, Infinity];
    for (const { corners, text } of this.titles) {
      const away = Math.min(...corners.map((corner) => distanceToBox(box, corner)));
      if (away < least) [nearest, least] = [text, away];
    }
    const { facts } = this;
    const own = nearest === undefined ? undefined : kindNamed(facts.file.standard.standard.kinds, nearest);
    return own ?? facts.of(PAGE_KIND).find(({ confidence }) => confidence >= SURE_KIND)?.value.kind;
  }
}

const KINDS_OF_PARTS: PageRecogniser<KindsOfParts> = {
  id: "kinds-of-parts",
  on: "page",
  finds: "the kind of each drawing",
  from: "the title that stands nearest to its part of the page, else the kind of the page",
  find: (facts) => [measuredOn(facts.page.index, new KindsOfParts(facts, facts.of(REGIONS)[0]?.value))],
};

/** The kind of the drawing that a place belongs to, where its title says one. */
export const kindAt = (facts: PageFacts, at: PointMm): KindEntry | undefined =>
  facts.of(KINDS_OF_PARTS)[0]?.value.at(at);

/** The kind whose title a text names; of several the one with the most words. */
export function kindNamed(kinds: readonly KindEntry[], text: string): KindEntry | undefined {
  const words = wordsOf(text);
  const named = kinds.filter(({ title }) => {
    const own = wordsOf(title);
    return own.length > 0 && own.every((word) => words.includes(word));
  });
  const most = (kind: KindEntry): number => wordsOf(kind.title).length;
  const [first, second] = named.sort((a, b) => most(b) - most(a));
  return first && second && most(first) === most(second) ? undefined : first;
}

/** Words in small letters and in the singular. */
const wordsOf = (text: string): string[] =>
  (
    text
      .slice(0, 200)
      .toLowerCase()
      .match(/\p{L}+/gu) ?? []
  ).map((word) => word.replace(/(?<=[a-z]{3})s$/, ""));
