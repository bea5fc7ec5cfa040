import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { differenceOf, readPpm, type Pixels } from "../bench/src/picture/compare";
import { on, onePage } from "../core/test/support/raw-pdf";
import { expect, test } from "./support";

const CASES = join(import.meta.dirname, "../core/test/cases/pdf");

async function open(page: Page, name: string, bytes: Uint8Array): Promise<void> {
  await page.goto("/inspection");
  await page.getByTestId("files").setInputFiles([{ name, mimeType: "application/pdf", buffer: Buffer.from(bytes) }]);
  await page.waitForURL(/\/inspection\/[0-9a-f-]{36}/);
}

const picture = (page: Page) => expect(page.getByTestId("stage"));

/** The pixels of a canvas of the light table where the paper lies. */
async function onScreen(page: Page, canvas: string): Promise<Pixels> {
  const { width, height, url } = await page.getByTestId("stage").evaluate(async (stage, wanted) => {
    const from = stage.querySelector(`[data-testid=${wanted}]`) as HTMLCanvasElement;
    const paper = stage.querySelector('[role="img"]')!.getBoundingClientRect();
    const around = stage.getBoundingClientRect();
    const [width, height] = [Math.round(paper.width), Math.round(paper.height)];
    const flat = new OffscreenCanvas(width, height);
    const context = flat.getContext("2d")!;
    context.fillStyle = "#fff";
    context.fillRect(0, 0, width, height);
    context.drawImage(from, around.left - paper.left, around.top - paper.top);
    const pixels = new Blob([context.getImageData(0, 0, width, height).data]);
    const reader = new FileReader();
    await new Promise((done) => {
      reader.onload = done;
      reader.readAsDataURL(pixels);
    });
    return { width, height, url: reader.result as string };
  }, canvas);
  const rgba = Buffer.from(url.slice(url.indexOf(",") + 1), "base64");
  return { width, height, rgb: rgba.filter((_, i) => i % 4 < 3) };
}

/** The page as another viewer paints it, as wide as ours. */
function byViewer(name: string, width: number): Pixels {
  const args = ["draw", "-q", "-w", String(width), "-c", "rgb", "-F", "ppm", "-o", "-", join(CASES, name), "1"];
  return readPpm(execFileSync("mutool", args, { maxBuffer: 2 ** 28, stdio: ["ignore", "pipe", "ignore"] }));
}

// Against mutool draw. Each has what our quick painter does not paint: patterns, glyphs of the file's own fonts.
for (const [name, widthMm] of [
  ["weasy.pdf", 420],
  ["form-nores-pattern.pdf", 420],
  ["only-shading.pdf", 420],
  ["text-symbol.pdf", 212],
] as const)
  test(`the light table shows ${name} as another viewer does`, async ({ page }) => {
    await page.setViewportSize({ width: 2400, height: 1500 });
    await open(page, name, readFileSync(join(CASES, name)));
    await picture(page).toHaveAttribute("data-picture", "exact", { timeout: 30_000 });
    const exact = await onScreen(page, "exact-whole");
    const wanted = byViewer(name, exact.width);
    const square = (5 * exact.width) / widthMm;
    const { mean, worst, tone } = differenceOf(exact, wanted, square);
    expect(mean).toBeLessThan(0.01);
    expect(worst).toBeLessThan(1 / 3);
    // And it is not that anything would pass: an empty page does not.
    const blank = { ...exact, rgb: exact.rgb.map(() => 255) };
    expect(differenceOf(blank, wanted, square).tone).toBeGreaterThan(2 * tone);
  });

const LAYERED = onePage({
  layers: ["A-WALL", "A-GLAZ", "A-COLS"],
  off: [2],
  content: on(0, "20 w 50 100 m 350 100 l S") + on(1, "20 w 50 150 m 350 150 l S") + on(2, "20 w 50 200 m 350 200 l S"),
});

/** Which of the three bars are there: dark pixels in the middle of each. */
async function bars(page: Page): Promise<string> {
  const { width, height, rgb } = await onScreen(page, "exact-whole");
  return [100, 150, 200]
    .map((y) => rgb[(Math.round(height * (1 - y / 297)) * width + Math.round(width / 2)) * 3]! < 128)
    .map(Number)
    .join("");
}

test("layers are switched on and off, looked at alone, and set back to how they print", async ({ page }) => {
  await open(page, "layers.pdf", LAYERED);
  await picture(page).toHaveAttribute("data-picture", "exact", { timeout: 30_000 });
  await page.getByRole("button", { name: "Layers", exact: true }).click();
  const panel = page.getByRole("region", { name: "Layers of this file" });
  await expect.poll(() => bars(page)).toBe("110");
  await panel.getByRole("checkbox", { name: /A-WALL/ }).uncheck();
  await expect.poll(() => bars(page)).toBe("010");
  // What is not printed can be looked at too.
  await panel.getByRole("checkbox", { name: /A-COLS/ }).check();
  await expect.poll(() => bars(page)).toBe("011");
  await panel.getByRole("button", { name: "As printed" }).click();
  await expect.poll(() => bars(page)).toBe("110");
  await page.keyboard.press("l");
  await expect.poll(() => bars(page)).toBe("100");
  await page.keyboard.press("l");
  await expect.poll(() => bars(page)).toBe("010");
  await page.keyboard.press("Shift+L");
  await expect.poll(() => bars(page)).toBe("100");
  await page.keyboard.press("Escape");
  await expect.poll(() => bars(page)).toBe("110");
});

test("arrows move the sheet; what is in sight is painted sharp", async ({ page }) => {
  await open(page, "layers.pdf", LAYERED);
  await picture(page).toHaveAttribute("data-picture", "exact", { timeout: 30_000 });
  const paper = page.getByRole("img", { name: /layers\.pdf, page 1/ });
  const before = (await paper.boundingBox())!;
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("Shift+ArrowDown");
  await expect.poll(async () => (await paper.boundingBox())!.x - before.x).toBe(40);
  await expect.poll(async () => (await paper.boundingBox())!.y - before.y).toBe(-400);
  await picture(page).toHaveAttribute("data-picture", "exact");
  await expect(page.getByTestId("exact-sharp")).toBeVisible();
  await page.keyboard.press("0");
  await expect(page.getByTestId("exact-sharp")).toBeHidden();
});

test("without the painter the quick picture stays, and says that it is one", async ({ page }) => {
  await page.route("**/picture/painter.mjs", (route) => route.fulfill({ status: 404, body: "" }));
  await open(page, "layers.pdf", LAYERED);
  await picture(page).toHaveAttribute("data-picture", "failed", { timeout: 30_000 });
  await expect(page.getByTestId("sheet")).toHaveAttribute("data-painted", "yes");
  await expect(page.getByText("Quick picture: the exact one could not be painted.")).toBeVisible();
});
