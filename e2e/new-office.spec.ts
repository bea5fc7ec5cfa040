import { spawnSync } from "node:child_process";
import { axeFindings, expect, test } from "./support";

test("a new office is asked what its standard begins from, and every empty place says the first step", async ({
  nobody,
  baseURL,
}) => {
  const made = spawnSync(
    process.execPath,
    ["--import", "tsx", "web/src/server/people/new-office.ts", "Larkfield Drawings", "kim.ardle@larkfield.example"],
    { encoding: "utf8", env: { ...process.env, HEMSTITCH_ADDRESS: baseURL, TSX_TSCONFIG_PATH: "tsconfig.json" } },
  );
  expect(made.stderr).toBe("");
  await nobody.goto(/http\S+invitation#\S+/.exec(made.stdout)![0]);
  await nobody.getByLabel("Your name").fill("Kim Ardle");
  await nobody.getByLabel("Choose a password").fill("a password of some length");
  await nobody.getByRole("button", { name: "Come in" }).click();
  await expect(nobody).toHaveURL(/\/today$/);
  await expect(nobody.getByText("No drawing has been looked at yet.")).toBeVisible();

  for (const [place, words] of [
    ["plan-sets", "A plan set holds what goes out for one project"],
    ["inspection", "Each hand-in stays here"],
    ["requests", "Nobody has asked for anything yet"],
    ["standard/layers", "Nothing is written in this standard yet"],
    ["standard/drawing-kinds?view=chart", "The chart says of every layer"],
    ["standard/editions", "Drawings are judged by the draft"],
  ] as const) {
    await nobody.goto(`/${place}`);
    await expect(nobody.getByText(words).first(), place).toBeVisible();
  }

  await nobody.goto("/today");
  await nobody.getByRole("link", { name: "Begin the standard" }).click();
  const iso = nobody.getByRole("article", { name: /ISO 13567/ });
  await expect(iso.getByText("9 pens")).toBeVisible();
  await expect(iso.getByText("A-B374--E-")).toBeVisible();
  expect(await axeFindings(nobody)).toEqual([]);
  await iso.getByRole("button", { name: /Begin from/ }).click();
  await expect(nobody).toHaveURL(/\/standard\/layers$/);
  await expect(nobody.getByText("Nothing is written in this standard yet")).toHaveCount(0);
  await nobody.goto("/standard/pens-and-lines");
  await expect(nobody.getByRole("row", { name: /0\.35/ }).first()).toBeVisible();
  await nobody.goto("/standard/begin");
  await expect(nobody).toHaveURL(/\/standard\/layers$/);
});
