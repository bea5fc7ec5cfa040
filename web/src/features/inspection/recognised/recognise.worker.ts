import type { Drawing, MarkSort } from "@hemstitch/core/drawing";
import { askedOf, FileFacts, recognised, type AskedMark, type Recognised } from "@hemstitch/core/recognise";
import { blankStandard } from "@hemstitch/core/standard/presets";
import { StandardLookup, type OfficeStandard } from "@hemstitch/core/standard/plain";

/** What is asked of a sheet; `turn` comes back with the answer. */
export type Question =
  | { readonly kind: "open"; readonly drawing: Drawing; readonly standard: OfficeStandard | null }
  | { readonly kind: "recognise"; readonly turn: number }
  | {
      readonly kind: "ask";
      readonly turn: number;
      readonly page: number;
      readonly of: MarkSort;
      readonly row: number;
    };

export type Answer =
  | { readonly turn: number; readonly value: readonly Recognised[] | AskedMark }
  | { readonly turn: number; readonly problem: string };

let facts: FileFacts | undefined;

// In a thread of its own: a large sheet takes a second or two, in which it can be moved about.
self.onmessage = ({ data }: MessageEvent<Question>): void => {
  if (data.kind === "open") {
    facts = new FileFacts(data.drawing, new StandardLookup(data.standard ?? blankStandard("")));
    return;
  }
  try {
    self.postMessage({ turn: data.turn, value: answer(data) } satisfies Answer);
  } catch (error) {
    const problem = error instanceof Error ? error.message : String(error);
    self.postMessage({ turn: data.turn, problem } satisfies Answer);
  }
};

function answer(question: Exclude<Question, { kind: "open" }>): readonly Recognised[] | AskedMark {
  if (!facts) throw new Error("The sheet has not been opened yet.");
  if (question.kind === "recognise") return recognised(facts);
  const page = facts.pages[question.page - 1];
  if (!page) throw new Error(`There is no page ${question.page}.`);
  return askedOf(page, question.of, question.row);
}
