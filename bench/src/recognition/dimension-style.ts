import type { Chance } from "./chance";

export type Ending = "tick" | "filled" | "open" | "dot" | "circle" | "none";
export type Units = "mm" | "cm" | "m" | "feet-inches" | "decimal-feet";

/** How one drawing's dimensions look: as offices all over do them. Millimetres on paper. */
export interface Look {
  readonly ending: Ending;
  readonly endingMm: number;
  readonly textMm: number;
  readonly place: "above" | "in-line" | "ground";
  readonly level: boolean;
  readonly gap: number;
  readonly overshoot: number;
  /** Of extension lines towards the object; none reach it. */
  readonly fixed: number | undefined;
  readonly beyond: number;
  readonly pitch: number;
  readonly first: number;
  /** How lines are written. */
  readonly strokes: "row" | "each" | "halves" | "boxed" | "areas";
  readonly units: Units;
  readonly suffix: boolean;
  readonly writing: 0 | 1 | 2;
  /** Finest step on the building that is written, millimetres. */
  readonly step: number;
}

const INCH = 25.4;

export function lookOf(chance: Chance, units: Units): Look {
  const ending = chance.one<Ending>(["tick", "tick", "tick", "filled", "filled", "open", "dot", "circle", "none"]);
  const textMm = chance.one([1.8, 2, 2.5, 2.5, 3, 3.5]);
  const place = chance.one<Look["place"]>(["above", "above", "above", "in-line", "ground"]);
  return {
    ending,
    endingMm: ending === "dot" || ending === "circle" ? chance.between(0.8, 2) : chance.between(1.4, 4),
    textMm,
    place,
    level: place !== "above" && chance.is(0.3),
    gap: chance.between(0.8, 4),
    overshoot: chance.between(0.6, 3),
    fixed: chance.is(0.35) ? chance.between(3, 6) : undefined,
    beyond: ending === "tick" && chance.is(0.3) ? chance.between(1, 2.5) : 0,
    pitch: Math.max(7, textMm * 2.6 + chance.between(0, 4)),
    first: chance.between(8, 20),
    strokes: chance.one<Look["strokes"]>(["row", "row", "each", "each", "halves", "boxed", "areas"]),
    units,
    suffix: chance.is(0.25),
    writing: chance.one([0, 1, 2] as const),
    step: {
      mm: chance.one([1, 5, 10]),
      cm: 5,
      m: 10,
      "feet-inches": INCH / chance.one([1, 1, 2, 4, 8]),
      "decimal-feet": 3.048,
    }[units],
  };
}

/** Writes a length the way a look does. */
export function written(mm: number, { units, suffix, writing }: Look): string {
  switch (units) {
    case "mm": {
      const whole = String(Math.round(mm));
      const parted = writing === 1 && whole.length > 3 ? whole.replace(/\B(?=(\d{3})+$)/g, " ") : whole;
      return suffix ? `${parted} mm` : parted;
    }
    case "cm":
      return suffix ? `${(mm / 10).toFixed(1)} cm` : (mm / 10).toFixed(mm % 10 === 0 ? 0 : 1);
    case "m": {
      const metres = (mm / 1000).toFixed(2);
      const pointed = writing === 2 ? metres.replace(".", ",") : metres;
      return suffix ? `${pointed} m` : pointed;
    }
    case "decimal-feet":
      return `${(mm / 304.8).toFixed(2)}'`;
    case "feet-inches":
      return feetInches(mm, writing);
  }
}

const GLYPHS = new Map([
  ["1/2", "½"],
  ["1/4", "¼"],
  ["3/4", "¾"],
]);

function feetInches(mm: number, writing: 0 | 1 | 2): string {
  const sixteenths = Math.round((mm / INCH) * 16);
  const feet = Math.floor(sixteenths / 192);
  const rest = sixteenths - feet * 192;
  const inches = Math.floor(rest / 16);
  const part = rest - inches * 16;
  let [over, under] = [part, 16];
  while (over > 0 && over % 2 === 0) [over, under] = [over / 2, under / 2];
  const glyph = GLYPHS.get(`${over}/${under}`);
  const fraction = over === 0 ? "" : writing === 1 && glyph ? ` ${glyph}` : ` ${over}/${under}`;
  const words = `${inches}${fraction}"`;
  if (feet === 0) return writing === 2 ? words : `0'-${words}`;
  return writing === 1 ? `${feet}' ${words}` : `${feet}'-${words}`;
}
