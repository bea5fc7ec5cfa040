import { SingleBar } from "cli-progress";

/** A bar on a terminal, nothing in a pipe. */
export class Progress {
  private readonly bar: SingleBar | undefined;

  constructor(total: number, what: string) {
    if (!process.stderr.isTTY || total < 2) return;
    this.bar = new SingleBar({
      format: `${what} {bar} {value}/{total} {file}`,
      stream: process.stderr,
      clearOnComplete: true,
      hideCursor: true,
    });
    this.bar.start(total, 0, { file: "" });
  }

  step(file: string): void {
    this.bar?.increment(1, { file });
  }

  stop(): void {
    this.bar?.stop();
  }
}
