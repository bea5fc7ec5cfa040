import type { NameGrammar } from "@hemstitch/core/naming";
import { writeCsv } from "@hemstitch/core/tables/csv";
import { namesOf, NamesTester, STATE_WORDS, type NameState, type TestedName } from "./test-names";

/** What a worker is asked: to test a text for showing, or to make the table of all its names. */
export interface Asked {
  /** Counts up; what was asked before is dropped. */
  readonly turn: number;
  readonly for: "showing" | "table";
  readonly text: string;
  readonly scheme: NameGrammar;
  readonly register: readonly string[];
}

export type Told =
  | {
      readonly turn: number;
      readonly kind: "tested";
      readonly names: number;
      readonly sums: Readonly<Record<NameState, number>>;
      readonly shown: readonly TestedName[];
    }
  | { readonly turn: number; readonly kind: "progress"; readonly share: number }
  | { readonly turn: number; readonly kind: "table"; readonly csv: string };

export const MOST_SHOWN = 200;
/** Names tested before the worker looks whether something else was asked meanwhile. */
const AT_ONCE = 500;

let latest = 0;
const tell = (told: Told): void => self.postMessage(told);

self.onmessage = ({ data }: MessageEvent<Asked>): void => {
  latest = data.turn;
  void (data.for === "table" ? table(data) : showing(data));
};

/** Goes through names and leaves off where something else is asked; false then. */
async function each(
  names: readonly string[],
  turn: number,
  doing: (name: string, i: number) => void,
): Promise<boolean> {
  for (let at = 0; at < names.length; at += AT_ONCE) {
    names.slice(at, at + AT_ONCE).forEach((name, i) => doing(name, at + i));
    await new Promise((resolve) => setTimeout(resolve));
    if (turn !== latest) return false;
  }
  return true;
}

async function showing({ turn, text, scheme, register }: Asked): Promise<void> {
  const tester = new NamesTester(scheme, register);
  const names = namesOf(text);
  const sums = { registered: 0, "well-formed": 0, malformed: 0 };
  if (!(await each(names, turn, (name) => sums[tester.state(name).state]++))) return;
  const shown = names.slice(0, MOST_SHOWN).map((name) => tester.tested(name));
  tell({ turn, kind: "tested", names: names.length, sums, shown });
}

async function table({ turn, text, scheme, register }: Asked): Promise<void> {
  const tester = new NamesTester(scheme, register);
  const rows: string[][] = [];
  const names = namesOf(text);
  const whole = await each(names, turn, (name, i) => {
    if (i % AT_ONCE === 0) tell({ turn, kind: "progress", share: i / names.length });
    const { state, words, suggestions } = tester.tested(name);
    rows.push([name, STATE_WORDS[state], words, suggestions.join(" ")]);
  });
  if (!whole) return;
  const columns = ["Name", "State", "Where it fails", "Probably meant"];
  tell({ turn, kind: "table", csv: writeCsv({ title: "Tested names", columns, rows }) });
}
