import { existsSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { goalsOf } from "../../src/features/find/goals";
import { needsOf } from "../../src/server/access/roles";

const app = join(import.meta.dirname, "../../src/app");
const all = goalsOf({ may: needsOf("coordinator") });
const chapters = /^\/standard\/(?!editions|checks)[a-z-]+$/;

describe("places that can be found by name", () => {
  it.each(all.filter((goal) => goal.path !== undefined).map((goal) => [goal.name, goal.path!]))(
    "%s is a page",
    (_name, path) => {
      const [place = ""] = path.split("?");
      const page = chapters.test(place) ? "/standard/[chapter]" : place;
      expect(existsSync(join(app, page, "page.tsx"))).toBe(true);
    },
  );
  it("have names of their own, and lead somewhere or open something", () => {
    expect(new Set(all.map((goal) => goal.name)).size).toBe(all.length);
    for (const goal of all) expect(goal.path ?? goal.opens).toBeDefined();
  });
  it("are those that somebody may see", () => {
    const names = goalsOf({ may: needsOf("reader") }).map((goal) => goal.path ?? goal.opens);
    expect(names).toEqual(["/today", "/plan-sets", "/inspection", "/requests", "/account", "scale-slip"]);
  });
});
