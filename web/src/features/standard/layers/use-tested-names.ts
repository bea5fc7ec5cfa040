import { useCallback, useEffect, useRef, useState } from "react";
import type { NameGrammar } from "@hemstitch/core/naming";
import { saveFile } from "../../shared/save-file";
import type { Asked, Told } from "./test-names.worker";

type Tested = Extract<Told, { kind: "tested" }>;

/** Tests pasted names in a worker of their own: a hundred thousand of them don't hold up the page. */
export function useTestedNames(
  text: string,
  scheme: NameGrammar,
  register: readonly string[],
): {
  /** What came of the text as it was a moment ago. */
  readonly tested: Tested | null;
  /** How far the table is, 0–1; nothing where none is being made. */
  readonly table: number | null;
  readonly download: () => void;
  readonly cancel: () => void;
} {
  const worker = useRef<Worker | null>(null);
  const turn = useRef(0);
  const [tested, setTested] = useState<Tested | null>(null);
  const [table, setTable] = useState<number | null>(null);
  useEffect(() => {
    const made = new Worker(new URL("./test-names.worker.ts", import.meta.url), { type: "module" });
    made.onmessage = ({ data }: MessageEvent<Told>): void => {
      if (data.turn !== turn.current) return;
      if (data.kind === "tested") setTested(data);
      else if (data.kind === "progress") setTable(data.share);
      else {
        saveFile(data.csv, "tested-names.csv", "text/csv");
        setTable(null);
      }
    };
    worker.current = made;
    return () => made.terminate();
  }, []);
  const ask = useCallback(
    (what: Asked["for"]) => {
      turn.current++;
      setTable(what === "table" ? 0 : null);
      worker.current?.postMessage({ turn: turn.current, for: what, text, scheme, register } satisfies Asked);
    },
    [text, scheme, register],
  );
  useEffect(() => ask("showing"), [ask]);
  return { tested, table, download: () => ask("table"), cancel: () => ask("showing") };
}
