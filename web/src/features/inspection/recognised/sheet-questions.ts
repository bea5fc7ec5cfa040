import type { Drawing, MarkSort } from "@hemstitch/core/drawing";
import type { AskedMark, Recognised } from "@hemstitch/core/recognise";
import type { OfficeStandard } from "@hemstitch/core/standard/plain";
import type { Answer, Question, ReadOff } from "./recognise.worker";

interface Waiting {
  readonly done: (value: never) => void;
  readonly fail: (error: Error) => void;
}

/** Asks about a drawing, in a thread that is begun with the first question and knows the drawing from then on. */
export class SheetQuestions {
  private worker: Promise<Worker> | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private turn = 0;
  private found: Promise<readonly Recognised[]> | null = null;

  constructor(
    private readonly drawing: Drawing,
    /** What it is judged by; nothing for those who may not see it. */
    private readonly standard: () => Promise<OfficeStandard | null>,
  ) {}

  /** What is made out on every page; once. */
  recognised(): Promise<readonly Recognised[]> {
    this.found ??= this.ask<readonly Recognised[]>((turn) => ({ kind: "recognise", turn }));
    return this.found;
  }

  /** Rooms, openings, levels and grid lines as lists. */
  readOff(): Promise<ReadOff> {
    return this.ask<ReadOff>((turn) => ({ kind: "read-off", turn }));
  }

  mark(page: number, of: MarkSort, row: number): Promise<AskedMark> {
    return this.ask<AskedMark>((turn) => ({ kind: "ask", turn, page, of, row }));
  }

  close(): void {
    void this.worker?.then((worker) => worker.terminate());
    for (const { fail } of this.waiting.values()) fail(new Error("The sheet is not looked at any more."));
    this.waiting.clear();
  }

  private async ask<T>(question: (turn: number) => Question): Promise<T> {
    this.worker ??= this.begin();
    const worker = await this.worker;
    const turn = ++this.turn;
    return new Promise<T>((done, fail) => {
      this.waiting.set(turn, { done, fail });
      worker.postMessage(question(turn));
    });
  }

  private async begin(): Promise<Worker> {
    const standard = await this.standard();
    const worker = new Worker(new URL("./recognise.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      const waiting = this.waiting.get(data.turn);
      this.waiting.delete(data.turn);
      if ("problem" in data) waiting?.fail(new Error(data.problem));
      else waiting?.done(data.value as never);
    };
    worker.onerror = () => {
      for (const { fail } of this.waiting.values()) fail(new Error("This browser could not recognise it."));
      this.waiting.clear();
    };
    worker.postMessage({ kind: "open", drawing: this.drawing, standard } satisfies Question);
    return worker;
  }
}
