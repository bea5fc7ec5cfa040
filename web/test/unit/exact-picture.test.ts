import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ExactPicture, keepPainterReady } from "../../src/features/sheet-view/exact/exact-picture";
import type { PictureAnswer, PictureRequest, Wanted } from "../../src/features/sheet-view/exact/messages";

/** Stands where the browser's thread would: says what the test has it say. */
class Painter {
  static last: Painter;
  static made = 0;
  onmessage: (event: { data: PictureAnswer }) => void = () => undefined;
  onerror: (event: { message: string }) => void = () => undefined;
  readonly asked: PictureRequest[] = [];
  ended = false;
  constructor() {
    Painter.last = this;
    Painter.made++;
  }
  postMessage(request: PictureRequest): void {
    this.asked.push(request);
  }
  terminate(): void {
    this.ended = true;
  }
  says(data: PictureAnswer): void {
    this.onmessage({ data });
  }
}

const WANTED = {} as Wanted;
const settled = () => vi.advanceTimersByTimeAsync(0);

describe("the painter of exact pictures", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    Painter.made = 0;
    vi.stubGlobal("Worker", Painter);
    vi.stubGlobal("window", globalThis);
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });
  const open = async () => {
    const picture = new ExactPicture("/file");
    Painter.last.says({ kind: "fetched" });
    Painter.last.says({ kind: "opened" });
    await settled();
    return picture;
  };
  it("stands ready before there is a file, and takes the first that comes", async () => {
    keepPainterReady();
    keepPainterReady();
    expect([Painter.made, Painter.last.asked]).toEqual([1, []]);
    await open();
    expect([Painter.made, Painter.last.asked]).toMatchObject([1, [{ kind: "open", file: "/file" }]]);
    await open();
    expect(Painter.made).toBe(2);
  });
  it("that could not be started is not taken", async () => {
    keepPainterReady();
    Painter.last.onerror({ message: "not found" });
    await open();
    expect([Painter.made, Painter.last.asked]).toMatchObject([2, [{ kind: "open" }]]);
  });
  it("is ended when it does not open the file in time, however long the file was on its way", async () => {
    const picture = new ExactPicture("/file");
    const drawn = expect(picture.draw(WANTED)).rejects.toThrow("too long");
    await vi.advanceTimersByTimeAsync(300_000);
    expect(Painter.last.ended).toBe(false);
    Painter.last.says({ kind: "fetched" });
    await vi.advanceTimersByTimeAsync(30_001);
    await drawn;
    expect(Painter.last.ended).toBe(true);
  });
  it("is ended when it does not paint in time, and tries again with a new one when the next is asked for", async () => {
    const picture = await open();
    const first = Painter.last;
    const drawn = expect(picture.draw(WANTED)).rejects.toThrow("too long");
    await vi.advanceTimersByTimeAsync(30_001);
    await drawn;
    expect(first.ended).toBe(true);
    const again = picture.draw(WANTED);
    expect(Painter.last).not.toBe(first);
    Painter.last.says({ kind: "fetched" });
    Painter.last.says({ kind: "opened" });
    await settled();
    Painter.last.says({ kind: "drawn", turn: 2, bitmap: null, left: 3, top: 3 });
    expect(await again).toMatchObject({ left: 3 });
  });
  it("that fails again and again is left alone", async () => {
    const picture = await open();
    for (let i = 0; i < 6; i++) {
      const drawn = expect(picture.draw(WANTED)).rejects.toThrow("broken");
      Painter.last.says({ kind: "opened" });
      await settled();
      Painter.last.onerror({ message: "broken" });
      await drawn;
    }
    expect(Painter.made).toBeLessThanOrEqual(4);
  });
  it("is not begun again for a sheet that is not looked at any more", async () => {
    const picture = await open();
    picture.close();
    const { made } = Painter;
    await expect(picture.draw(WANTED)).rejects.toThrow("not looked at");
    expect(Painter.made).toBe(made);
  });
  it("says how large a page is before anything else is known of the file", async () => {
    const picture = await open();
    const asked = picture.measure(1);
    await settled();
    Painter.last.says({ kind: "measured", page: 1, pages: 2, widthMm: 420, heightMm: 297 });
    expect(await asked).toMatchObject({ pages: 2, widthMm: 420 });
  });
  it("that breaks down while it paints fails what waits for it", async () => {
    const picture = await open();
    const drawn = expect(picture.draw(WANTED)).rejects.toThrow("out of memory");
    await settled();
    Painter.last.onerror({ message: "out of memory" });
    await drawn;
  });
  it("has a drawing overtaken by the next, and takes the answer of that alone", async () => {
    const picture = await open();
    const [first, second] = [picture.draw(WANTED), picture.draw(WANTED)];
    await settled();
    expect(await first).toBeNull();
    Painter.last.says({ kind: "drawn", turn: 1, bitmap: null, left: 1, top: 1 });
    Painter.last.says({ kind: "drawn", turn: 2, bitmap: null, left: 2, top: 2 });
    expect(await second).toMatchObject({ left: 2, top: 2 });
  });
});
