import { readFileSync, rmSync, mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { strokesByPdfkit } from "./makers";

/** What a coordinator waits for at the light table with a page of 200,000 strokes, and how smoothly it moves. */
export interface LightTableFigures {
  /** From the address to the first picture, milliseconds. */
  readonly firstMs: number;
  /** From the address to the exact picture. */
  readonly exactMs: number;
  /** Frames a second: dragging; wheel and dragging mixed, with rests in which the sheet is painted. */
  readonly dragging: number;
  readonly mixed: number;
}

declare global {
  interface Window {
    picturesAt?: { first?: number; exact?: number };
    framesAt?: number[] | undefined;
  }
}

/** Measures in a signed-in page; the file is uploaded first. Of several openings the best. */
export async function lightTableFigures(page: Page, runs: number): Promise<LightTableFigures> {
  const folder = mkdtempSync(join(tmpdir(), "hemstitch-light-table-"));
  const path = join(folder, "large.pdf");
  await strokesByPdfkit(path);
  await page.goto("/inspection");
  await page
    .getByTestId("files")
    .setInputFiles([{ name: "large.pdf", mimeType: "application/pdf", buffer: readFileSync(path) }]);
  rmSync(folder, { recursive: true });
  await page.waitForURL(/\/inspection\/[0-9a-f-]{36}/);
  await exact(page);
  const address = page.url();
  // What runs this file names every function by a helper, which the page lacks.
  await page.addInitScript("globalThis.__name = (named) => named;");
  await page.addInitScript(watchPictures);
  let [firstMs, exactMs] = [Infinity, Infinity];
  for (let run = 0; run < runs; run++) {
    await page.goto("about:blank");
    await page.goto(address);
    await exact(page);
    const { first = Infinity, exact: whole = Infinity } = await page.evaluate(() => window.picturesAt ?? {});
    [firstMs, exactMs] = [Math.min(firstMs, first), Math.min(exactMs, whole)];
  }
  const dragging = await framesASecond(page, () => drag(page, 90));
  const mixed = await framesASecond(page, async () => {
    for (let turn = 0; turn < 4; turn++) {
      for (let i = 0; i < 12; i++) {
        await page.mouse.wheel(0, turn % 2 === 0 ? -80 : 80);
        await page.waitForTimeout(25);
      }
      await page.waitForTimeout(500);
      await drag(page, 20);
    }
  });
  return { firstMs, exactMs, dragging, mixed };
}

const exact = (page: Page) =>
  page.waitForFunction(
    () => document.querySelector<HTMLElement>("[data-testid=stage]")?.dataset["picture"] === "exact",
    null,
    { timeout: 120_000 },
  );

/** In the page: notes when the first and when the exact picture stand there. */
function watchPictures(): void {
  const marks: NonNullable<Window["picturesAt"]> = (window.picturesAt = {});
  const look = (): void => {
    const stage = document.querySelector<HTMLElement>("[data-testid=stage]");
    const own = document.querySelector<HTMLElement>("[data-testid=sheet]");
    const whole = stage?.dataset["picture"] === "exact";
    if (own?.dataset["painted"] || whole) marks.first ??= performance.now();
    if (whole) marks.exact ??= performance.now();
    if (marks.exact === undefined) requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}

async function drag(page: Page, steps: number): Promise<void> {
  await page.mouse.move(500, 400);
  await page.mouse.down();
  for (let i = 0; i < steps; i++) {
    await page.mouse.move(500 + 100 * Math.sin(i / 8), 400 + 60 * Math.sin(i / 9));
    await page.waitForTimeout(16);
  }
  await page.mouse.up();
}

async function framesASecond(page: Page, act: () => Promise<void>): Promise<number> {
  await page.evaluate(() => {
    const frames: number[] = (window.framesAt = []);
    const note = (at: number): void => {
      frames.push(at);
      if (window.framesAt === frames) requestAnimationFrame(note);
    };
    requestAnimationFrame(note);
  });
  await act();
  const frames = await page.evaluate(() => {
    const { framesAt = [] } = window;
    window.framesAt = undefined;
    return framesAt;
  });
  return ((frames.length - 1) / ((frames.at(-1) ?? 0) - (frames[0] ?? 0))) * 1000;
}
