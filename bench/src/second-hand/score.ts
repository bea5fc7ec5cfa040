import type { Finding, Inspected } from "@hemstitch/core/inspect";
import type { RecognisedDrawing } from "@hemstitch/core/recognise";
import type { Field } from "./paper";
import type { Planted, Sheet } from "./sheet";

/** A finding may stand so far from its fault, millimetres. */
const NEAR_MM = 2;

class Count {
  planted = 0;
  found = 0;
  right = 0;
  wrong = 0;
  clean = 0;
  faultless = 0;
  stops = 0;

  told(name: string): string {
    const share = (part: number, of: number): string => (of === 0 ? "  –  " : (part / of).toFixed(3));
    const sheets = this.faultless > 0 ? `faultless clean ${this.clean} of ${this.faultless}` : "";
    return `${name.padEnd(26)} recall ${share(this.found, this.planted)} of ${String(this.planted).padEnd(4)} precision ${share(this.right, this.right + this.wrong)} (${this.wrong} false) ${sheets}\n`;
  }
}

/** Counts what was found on sheets against what is truly on them. */
export class Score {
  private readonly byRule = new Map<string, Count>();
  private readonly bySort = new Map<string, Count>();
  private readonly whole = new Count();
  private apart = 0;
  private drawings = 0;

  constructor(private readonly say: (words: string) => void) {}

  add(sheet: Sheet, { findings, drawings }: Inspected): void {
    const counts = (rule: string): Count[] => [of(this.byRule, rule), of(this.bySort, sheet.sort), this.whole];
    const found = new Set<Planted>();
    let wrong = 0;
    for (const finding of findings) {
      const about = sheet.planted.find((fault) => fault.rule === finding.rule && isAt(finding, fault));
      if (about) {
        found.add(about);
        for (const count of counts(finding.rule)) count.right++;
      } else if (!sheet.planted.some((fault) => fault.also?.includes(finding.rule) && isAt(finding, fault))) {
        wrong++;
        for (const count of counts(finding.rule)) count.wrong++;
        if (sheet.planted.length === 0 && finding.severity === "stop") this.whole.stops++;
        this.say(`false   ${sheet.name}  ${finding.rule}  ${finding.message}  ${placeOf(finding)}`);
      }
    }
    for (const fault of sheet.planted)
      for (const count of counts(fault.rule)) {
        count.planted++;
        if (found.has(fault)) count.found++;
      }
    for (const fault of sheet.planted)
      if (!found.has(fault))
        this.say(`missed  ${sheet.name}  ${fault.rule}  ${fault.places[0]?.map((v) => v.toFixed(0)).join(" ") ?? ""}`);
    if (sheet.planted.length === 0)
      for (const count of [of(this.bySort, sheet.sort), this.whole]) {
        count.faultless++;
        if (wrong === 0) count.clean++;
      }
    this.tellApart(sheet, drawings.flat());
  }

  private tellApart(sheet: Sheet, given: readonly RecognisedDrawing[]): void {
    for (const drawn of sheet.drawings) {
      this.drawings++;
      const [x, y] = middleOf(drawn.field);
      const own = given.find(({ boxMm: b }) => x > b.x && x < b.x + b.width && y > b.y && y < b.y + b.height);
      const scale = own?.implied ?? (drawn.dimensioned ? undefined : own?.stated);
      if (scale !== undefined && Math.abs(scale.buildingPerPaper / drawn.ratio - 1) < 0.005) this.apart++;
      else if (sheet.planted.length === 0)
        this.say(`drawing ${sheet.name}  “${drawn.title}”, 1:${drawn.ratio}, is not told apart`);
    }
  }

  told(): string {
    const rows = (map: Map<string, Count>): string =>
      [...map]
        .sort(([a], [b]) => (a < b ? -1 : 1))
        .map(([name, count]) => count.told(name))
        .join("");
    return `${rows(this.byRule)}\n${rows(this.bySort)}\n${this.whole.told("all")}stops on faultless sheets ${this.whole.stops}; drawings told apart ${this.apart} of ${this.drawings}\n`;
  }
}

function of(map: Map<string, Count>, name: string): Count {
  const known = map.get(name) ?? new Count();
  map.set(name, known);
  return known;
}

const middleOf = ([l, b, r, t]: Field): readonly [number, number] => [(l + r) / 2, (b + t) / 2];

function placeOf({ boxMm: { x, y, width, height } }: Finding): string {
  return `at ${[x, y, x + width, y + height].map((v) => v.toFixed(0)).join(" ")}`;
}

function isAt({ boxMm: { x, y, width, height } }: Finding, fault: Planted): boolean {
  if (fault.places.length === 0) return true;
  return fault.places.some(
    ([l, b, r, t]) => x < r + NEAR_MM && x + width > l - NEAR_MM && y < t + NEAR_MM && y + height > b - NEAR_MM,
  );
}
