import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { differenceOf, readPpm, type Pixels } from "../bench/src/picture/compare";
import { lettering, on, onePage, PT } from "../core/test/support/raw-pdf";
import { pictureOf, pixelsThatDiffer } from "../core/test/support/pictures";
import { checkedByQpdf } from "../core/test/support/tools";
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
    await picture(page).toHaveAttribute("data-picture", "exact", { timeout: 100_000 });
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
  await picture(page).toHaveAttribute("data-picture", "exact", { timeout: 100_000 });
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
  await picture(page).toHaveAttribute("data-picture", "exact", { timeout: 100_000 });
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

test("two fingers zoom about the place between them, and move the sheet along", async ({ page }) => {
  await open(page, "layers.pdf", LAYERED);
  await picture(page).toHaveAttribute("data-picture", "exact", { timeout: 100_000 });
  const paper = page.getByRole("img", { name: /layers\.pdf, page 1/ });
  const before = (await paper.boundingBox())!;
  const touch = await page.context().newCDPSession(page);
  const fingers = (type: "touchStart" | "touchMove", apart: number, along: number) =>
    touch.send("Input.dispatchTouchEvent", {
      type,
      touchPoints: [-1, 1].map((side, id) => ({ x: 500 + along + (side * apart) / 2, y: 400, id })),
    });
  await fingers("touchStart", 100, 0);
  for (let step = 1; step <= 10; step++) await fingers("touchMove", 100 + step * 10, step * 3);
  await touch.send("Input.dispatchTouchEvent", { type: "touchEnd", touchPoints: [] });
  await expect.poll(async () => (await paper.boundingBox())!.width / before.width).toBeCloseTo(2, 1);
  const after = (await paper.boundingBox())!;
  // What lay between the fingers still does.
  expect((530 - after.x) / after.width).toBeCloseTo((500 - before.x) / before.width, 2);
  await picture(page).toHaveAttribute("data-picture", "exact");
});

test("without the painter the quick picture stays, and says that it is one", async ({ page }) => {
  await page.route("**/picture/painter.mjs", (route) => route.fulfill({ status: 404, body: "" }));
  await open(page, "layers.pdf", LAYERED);
  await picture(page).toHaveAttribute("data-picture", "failed", { timeout: 100_000 });
  await expect(page.getByTestId("sheet")).toHaveAttribute("data-painted", "yes");
  await expect(page.getByText("Quick picture: the exact one could not be painted.")).toBeVisible();
});

/** A plan at 1:50 and a detail at 1:10 side by side, each cut by its view, with a picture, a patterned area and a tint. */
const VIEWS = onePage({
  layers: ["A-WALL", "A-WALL-PATT", "A-ANNO-TEXT"],
  packed: true,
  content: [
    on(0, "q 20 20 180 200 re W n 0.3 w 0 60 m 300 60 l S 0.5 w 40 40 120 140 re S Q"),
    on(0, "q 220 20 180 200 re W n 0.5 w 240 60 m 380 180 l S Q"),
    on(1, "q /Pattern cs /P0 scn 60 80 60 60 re f Q"),
    on(0, "q /T gs 0.5 w 0.2 0.4 0.7 rg 120 80 60 60 re B Q"),
    on(1, "q 90 0 0 60 270 150 cm /I0 Do Q"),
    on(2, lettering("HALL", 60, 240, 3.1) + lettering("DETAIL 1:10", 260, 240, 5)),
  ].join(""),
  page: `/VP [${[
    [20, 20, 200, 220, 50],
    [220, 20, 400, 220, 10],
  ]
    .map(([x, y, right, top, scale]) => {
      const box = [x!, y!, right!, top!].map((each) => (each * PT).toFixed(3)).join(" ");
      const perPoint = ((25.4 / 72) * scale!).toFixed(5);
      const inMm = `[<< /Type /NumberFormat /U (mm) /C ${perPoint} >>]`;
      return `<< /Type /Viewport /BBox [${box}] /Measure << /Type /Measure /Subtype /RL /R (1:${scale}) /X ${inMm} /D ${inMm} /A ${inMm} >> >>`;
    })
    .join(" ")}]`,
  resources: (file) => {
    const cell = file.stream(
      "0.25 w 0 0 m 6 6 l S 3 0 m 3 6 l S",
      `/Type /Pattern /PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 6 6] /XStep 6 /YStep 6 /Matrix [${PT} 0 0 ${PT} 0 0] /Resources << >>`,
    );
    const pixels = Buffer.from(Array.from({ length: 16 * 16 * 3 }, (_, i) => (i * 37) % 256));
    const image = file.stream(
      pixels,
      "/Type /XObject /Subtype /Image /Width 16 /Height 16 /BitsPerComponent 8 /ColorSpace /DeviceRGB",
      true,
    );
    return `/Pattern << /P0 ${cell} >> /XObject << /I0 ${image} >> /ExtGState << /T << /ca 0.3 >> >>`;
  },
});

test("a sheet with views, a picture and hatches is seen, mended and downloaded, and looks the same but for the mends", async ({
  page,
}) => {
  await open(page, "views.pdf", VIEWS);
  const findings = page.getByRole("complementary", { name: "Findings" });
  await picture(page).toHaveAttribute("data-picture", "exact", { timeout: 100_000 });
  await findings.getByRole("button", { name: /^Mend \d+ that (?:is|are) safe/ }).click();
  await expect(findings.getByText("Mended and proved")).toBeVisible({ timeout: 100_000 });
  await picture(page).toHaveAttribute("data-picture", "exact", { timeout: 100_000 });
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    findings.getByRole("link", { name: "Download mended" }).click(),
  ]);
  const mended = new Uint8Array(readFileSync(await download.path()));
  checkedByQpdf(mended);
  // The file as received stands at its beginning.
  expect(Buffer.from(mended.subarray(0, VIEWS.length)).equals(Buffer.from(VIEWS))).toBe(true);
  const [before, after] = [pictureOf(VIEWS), pictureOf(mended)];
  const perMm = 100 / 25.4;
  const elsewhere = pixelsThatDiffer(before, after).filter(([x, y]) => {
    const [xMm, yMm] = [x / perMm, 297 - y / perMm];
    const onLine = Math.abs(yMm - 60) < 1;
    const onWord = yMm > 238 && yMm < 246 && xMm > 58 && xMm < 80;
    return !onLine && !onWord;
  });
  expect(elsewhere).toEqual([]);
  // And what was to be mended was.
  expect(pixelsThatDiffer(before, after).length).toBeGreaterThan(10);
});
