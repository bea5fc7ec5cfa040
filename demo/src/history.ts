import type { OfficeStandard } from "@hemstitch/core/standard";
import { demoStandard } from "./drawings";

const layer = (standard: OfficeStandard, name: string) => standard.layers.find((each) => each.name === name);

/** The editions that the demo office has published, oldest first, with what was new in each. Invented. */
export function demoEditions(): { number: number; summary: string; content: OfficeStandard }[] {
  const third = demoStandard();
  third.codes = third.codes.filter((code) => code.code !== "TB");
  const second = structuredClone(third);
  const sills = layer(second, "A-GLAZ-SILL");
  if (sills) sills.pen = "0.13";
  second.openings = second.openings.slice(0, -2);
  const first = structuredClone(second);
  first.hatches = first.hatches.filter((hatch) => hatch.id !== "floor-tile");
  const glaz = layer(first, "A-GLAZ");
  if (glaz) glaz.pen = "0.18";
  const summaries = [
    "The first edition: what we had agreed on by word of mouth.",
    "Glass goes from 0.18 to 0.25, so that it survives the half-size print. Floor tile has a hatch of its own.",
    "Sills go from 0.13 to 0.18. Windows of the clinic are on the list of openings.",
    "Tongued boarding has a code. Starters are made from this edition.",
  ];
  return [first, second, third, demoStandard()].map((content, i) => ({
    number: i + 1,
    summary: summaries[i] ?? "",
    content: { ...content, edition: String(i + 1) },
  }));
}

/** The draft as the coordinator is working on it: a few changes on top of the newest edition. */
export function demoDraft(): OfficeStandard {
  const draft = { ...demoStandard(), edition: "draft" };
  const swing = layer(draft, "A-DOOR-SWNG");
  if (swing) {
    swing.pen = "0.13";
    swing.note = "Swings crowd the doors at 1:100.";
  }
  draft.textStyles = draft.textStyles.map((style) =>
    style.id === "lettering-1.8" ? { ...style, heightMm: 2, note: "1.8 mm was lost on the site print." } : style,
  );
  draft.layers.push({
    name: "A-SIGN",
    purpose: "Signs and lettering on the building",
    pen: "0.25",
    lineType: "continuous",
    screenColour: "#2c6e49",
    plots: true,
    marks: ["lines", "text", "symbols"],
    order: 60,
  });
  return draft;
}
