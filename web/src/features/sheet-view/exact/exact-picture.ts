import type { MeasuredPage, PictureAnswer, PictureRequest, Wanted } from "./messages";

/** The painter answers within this or is ended: a file can ask for more work than anybody would wait for. Milliseconds. */
const DEADLINE_MS = 30_000;
/** A painter that failed so often fails by the file. */
const MOST_TRIES = 4;
const PAINTER = "/picture/painter.mjs";

const newPainter = (): Worker => new Worker(PAINTER, { type: "module" });
/** A painter that has been started and has no file yet. */
let spare: Worker | null = null;

/** Starts a painter for the file that will come, so that nobody waits for the painter then. */
export function keepPainterReady(): void {
  if (spare) return;
  const painter = newPainter();
  // One that could not be started is no help: whoever needs a painter starts another, and hears what is wrong.
  painter.onerror = () => {
    if (spare === painter) spare = null;
  };
  spare = painter;
}

/** A painted part of a page, and where it lies in the window, in pixels of the device. */
export interface Painted {
  readonly bitmap: ImageBitmap | null;
  readonly left: number;
  readonly top: number;
}

/** The picture of a file as a viewer shows it, painted beside the page in threads of its own. */
export class ExactPicture {
  private painter!: Worker;
  private turn = 0;
  private tries = 0;
  private closed = false;
  private measured: ((page: MeasuredPage) => void) | null = null;
  private waiting: { readonly done: (painted: Painted | null) => void; readonly fail: (error: Error) => void } | null =
    null;
  private timer = 0;
  private ready!: Promise<void>;
  private notReady: (error: Error) => void = () => undefined;
  private problem: Error | null = null;

  /** `file` is where it is fetched, or its bytes (they are copied); `page` is the one that is looked at first. */
  constructor(
    private readonly file: string | Uint8Array,
    private readonly page = 1,
  ) {
    this.begin();
  }

  /** Starts a painter; again where the one before broke down or took too long. */
  private begin(): void {
    this.tries++;
    this.problem = null;
    this.painter = spare ?? newPainter();
    spare = null;
    this.ready = new Promise((done, fail) => {
      this.painter.onmessage = ({ data }: MessageEvent<PictureAnswer | { readonly kind?: undefined }>) => {
        // The library greets from its thread, too.
        if (!data.kind) return;
        if (data.kind === "fetched") this.within(DEADLINE_MS);
        else if (data.kind === "opened") {
          window.clearTimeout(this.timer);
          done();
        } else if (data.kind === "measured") this.measured?.(data);
        else if (data.kind === "failed" && data.turn === 0) this.end(new Error(data.problem));
        else this.take(data);
      };
      this.painter.onerror = (event) => this.end(new Error(event.message || "The painter has broken down."));
      this.notReady = fail;
    });
    this.ready.catch(() => undefined);
    this.tell({ kind: "open", file: this.file, page: this.page });
  }

  /** How large a page is; for a file of which nothing else is known yet. */
  async measure(page: number): Promise<MeasuredPage> {
    await this.ready;
    return new Promise((done, fail) => {
      this.measured = done;
      this.ready.then(undefined, fail);
      this.tell({ kind: "measure", page });
    });
  }

  /**
   * Paints a part of a page; `null` where a later call overtook this one.
   * @throws Error in words, where there is no exact picture.
   */
  async draw(wanted: Wanted): Promise<Painted | null> {
    const turn = ++this.turn;
    // What went wrong once may go well now: the network was away, or the machine was busy.
    if (this.problem && !this.closed && this.tries < MOST_TRIES) this.begin();
    await this.ready;
    if (this.problem) throw this.problem;
    if (turn !== this.turn) return null;
    this.waiting?.done(null);
    return new Promise((done, fail) => {
      this.waiting = { done, fail };
      this.within(DEADLINE_MS);
      this.tell({ kind: "draw", turn, wanted });
    });
  }

  close(): void {
    this.closed = true;
    this.end(new Error("The sheet is not looked at any more."));
  }

  /** The painter is ended unless it answers in time. */
  private within(ms: number): void {
    window.clearTimeout(this.timer);
    this.timer = window.setTimeout(() => this.end(new Error("The painter took too long.")), ms);
  }

  private take(answer: Extract<PictureAnswer, { turn: number }>): void {
    if (answer.turn !== this.turn) {
      if (answer.kind === "drawn") answer.bitmap?.close();
      return;
    }
    window.clearTimeout(this.timer);
    const waiting = this.waiting;
    this.waiting = null;
    if (answer.kind === "drawn") waiting?.done(answer);
    else if (answer.kind === "ended") waiting?.done(null);
    else waiting?.fail(new Error(answer.problem));
  }

  private tell(request: PictureRequest): void {
    this.painter.postMessage(request);
  }

  /** Takes down the painter, and what it holds of the file; whoever waits is told. */
  private end(error: Error): void {
    this.problem ??= error;
    window.clearTimeout(this.timer);
    this.painter.terminate();
    this.notReady(error);
    this.waiting?.fail(error);
    this.waiting = null;
  }
}
