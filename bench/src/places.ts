import { chromium, type Browser, type Page } from "@playwright/test";
import { DEMO_PEOPLE } from "../../demo/src/people";
import { lightTableFigures } from "./light-table";
import { table, type Row } from "./measure";

/** The measurements of the places in a browser on loopback, in the demo office: `npm run bench -- places`. */
const RUNS = process.argv.includes("quick") ? 2 : 5;
const address = process.env["HEMSTITCH_ADDRESS"] ?? "http://127.0.0.1:3000";
const rows: Row[] = [];
const note = (work: string, measured: string, aim: string): number =>
  rows.push({ work, measured, against: "", ratio: "", aim });

async function coordinator(browser: Browser): Promise<Page> {
  const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } });
  const { email, password } = DEMO_PEOPLE[0];
  await page.request.post("/api/session", { data: { email, password }, headers: { origin: address } });
  return page;
}

/** Bytes of script as they come over the line, compressed, with nothing kept from before. */
async function scriptOf(browser: Browser, path: string): Promise<number> {
  const page = await coordinator(browser);
  const session = await page.context().newCDPSession(page);
  await session.send("Network.enable");
  const scripts = new Set<string>();
  let bytes = 0;
  session.on("Network.responseReceived", ({ requestId, type }) => type === "Script" && scripts.add(requestId));
  session.on("Network.loadingFinished", ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  await page.goto(path, { waitUntil: "networkidle" });
  await page.context().close();
  return bytes;
}

async function best(run: () => Promise<number>): Promise<number> {
  let least = Infinity;
  for (let i = 0; i < RUNS; i++) least = Math.min(least, await run());
  return least;
}

const since = async (act: () => Promise<unknown>): Promise<number> => {
  const began = performance.now();
  await act();
  return performance.now() - began;
};

/** From a change of a figure in the open entry until its specimen has been painted anew. */
const redrawMs = (page: Page, label: string, value: string): Promise<number> =>
  page
    .getByRole("form")
    .getByLabel(label)
    .first()
    .evaluate(
      (input, next) =>
        new Promise<number>((resolve) => {
          const specimen = input.closest("form")!.querySelector('[role="img"]')!;
          const began = performance.now();
          new MutationObserver((_changes, observer) => {
            observer.disconnect();
            requestAnimationFrame(() => requestAnimationFrame(() => resolve(performance.now() - began)));
          }).observe(specimen.parentElement!, { subtree: true, childList: true, attributes: true });
          Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!.call(input, next);
          input.dispatchEvent(new Event("input", { bubbles: true }));
        }),
      value,
    );

const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-background-networking", "--disable-component-update", "--disable-sync"],
});
for (const [name, path] of [
  ["Today", "/today"],
  ["Standard, layers", "/standard/layers"],
  ["Standard, dimensions", "/standard/dimensions"],
  ["Standard, showing chart", "/standard/drawing-kinds?view=chart"],
  ["Standard, editions", "/standard/editions"],
  ["Plan sets", "/plan-sets"],
  ["Inspection", "/inspection"],
  ["Requests", "/requests"],
  ["People", "/people"],
  ["sign in", "/sign-in"],
] as const)
  note(
    `script of the first load, compressed: ${name}`,
    `${((await scriptOf(browser, path)) / 1000).toFixed(0)} kB`,
    "≤ 300 kB",
  );

const page = await coordinator(browser);
for (const [what, path, label, values] of [
  ["text style", "/standard/text?view=textStyles", "Capitals, mm", ["4", "5", "3"]],
  ["dimension style, a building with four rows", "/standard/dimensions", "Pitch, mm", ["9", "11", "10"]],
  ["hatch", "/standard/hatches?view=hatches&entry=earth", "Spacing, mm", ["2", "3", "2.5"]],
] as const) {
  await page.goto(path, { waitUntil: "networkidle" });
  let least = Infinity;
  for (const value of values) least = Math.min(least, await redrawMs(page, label, value));
  note(`specimen redraws as one types: ${what}`, `${least.toFixed(0)} ms`, "< 100 ms");
}

const figures = await lightTableFigures(page, RUNS);
const large = "the light table with 200,000 strokes by PDFKit";
note(`${large}: the first picture`, `${(figures.firstMs / 1000).toFixed(2)} s`, "< 1.5 s");
note(`${large}: the exact picture`, `${(figures.exactMs / 1000).toFixed(2)} s`, "< 4 s");
note(`${large}: dragging`, `${figures.dragging.toFixed(0)} frames/s`, "≥ 50");
note(`${large}: wheel, dragging and rests mixed`, `${figures.mixed.toFixed(0)} frames/s`, "≥ 45");

const cells = ["Layer\tPurpose\tPen\tLine type\tScreen\tPlots"];
for (let i = 0; i < 5000; i++)
  cells.push(`A-WALL-${String(i).padStart(4, "0")}\tWalls number ${i}\t0.25\tcontinuous\t#334455\tyes`);
const put = async (query: string): Promise<number> => {
  const response = await page.request.post(`/api/standard/table?list=layers${query}`, {
    data: cells.join("\n"),
    headers: { origin: address, "content-type": "application/octet-stream" },
  });
  if (!response.ok()) throw new Error(await response.text());
  return 0;
};
note("5,000 layers from a spreadsheet: the dry run", `${((await since(() => put(""))) / 1000).toFixed(1)} s`, "");
note("5,000 layers from a spreadsheet: stored", `${((await since(() => put("&store=yes"))) / 1000).toFixed(1)} s`, "");

/** A layer among many gets another pen, as its panel sends it. */
let turn = 0;
const stored = await best(() =>
  since(async () => {
    const name = `A-WALL-${String(turn++).padStart(4, "0")}`;
    const entry = { name, purpose: "Walls", pen: "0.5", lineType: "continuous", screenColour: "#334455", plots: true };
    const response = await page.request.patch("/api/standard/draft", {
      data: { of: "list", list: "layers", edits: [{ key: name, entry }] },
      headers: { origin: address },
    });
    if (!response.ok()) throw new Error(await response.text());
  }),
);
note("one of 5,000 layers changed: stored", `${stored.toFixed(0)} ms`, "");

const opened = await best(() =>
  since(async () => {
    await page.goto("/standard/layers", { waitUntil: "commit" });
    await page.getByRole("row", { name: /A-WALL-PATT/ }).waitFor();
  }),
);
note("register of 5,000 layers opens, first rows to be seen", `${opened.toFixed(0)} ms`, "< 1 s");
await page.waitForLoadState("networkidle");
const filtered = await best(async () => {
  await page.getByLabel("Filter layers").fill("");
  await page.getByText("5,035", { exact: false }).first().waitFor();
  return since(async () => {
    await page.getByLabel("Filter layers").fill("4999");
    await page.getByText(/^1 of 5,0/).waitFor();
  });
});
note("the same: filtered to one", `${filtered.toFixed(0)} ms`, "without a hitch");
await page.getByLabel("Filter layers").fill("");
// A key pressed before the rows are back would open the one that was found.
await page.getByText("5,035", { exact: true }).waitFor();
await page.getByRole("grid").focus();
const end = await best(async () => {
  await page.keyboard.press("Control+Home");
  await page.getByRole("row", { name: /A-WALL-PATT/ }).waitFor();
  return since(async () => {
    await page.keyboard.press("Control+End");
    await page.getByRole("row", { name: /A-WALL-4999/ }).waitFor();
  });
});
note("the same: from the first to the last by keyboard", `${end.toFixed(0)} ms`, "without a hitch");
const chart = await best(() =>
  since(async () => {
    await page.goto("/standard/drawing-kinds?view=chart", { waitUntil: "commit" });
    await page.getByRole("grid", { name: "Showing chart" }).waitFor();
  }),
);
note("showing chart of 5,000 layers opens", `${chart.toFixed(0)} ms`, "< 1 s");
await browser.close();
process.stdout.write(`${table(rows)}\n`);
