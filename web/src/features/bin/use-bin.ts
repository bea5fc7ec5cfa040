"use client";
import { useRouter } from "next/navigation";
import type { MovedAnswer } from "@/server/bin/answers";
import { sendJson, wordsOf } from "../shared/api";
import { useNotice } from "../shared/Notice";

/**
 * Puts a thing into the bin, and offers to take that back. `path` is where the thing is asked for; `then` is done when it
 * is in the bin, and `undone` when it is back: the page shows what there is in any case.
 */
export function useBin() {
  const router = useRouter();
  const notice = useNotice();
  const putBack = async (path: string, undone?: () => void): Promise<void> => {
    try {
      const { name } = await sendJson<MovedAnswer>("POST", `${path}/put-back`);
      notice(`“${name}” is back.`);
      undone?.();
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  const takeAway = async (path: string, then?: () => void, undone?: () => void): Promise<void> => {
    try {
      const { name } = await sendJson<MovedAnswer>("DELETE", path);
      notice(`“${name}” is in the bin.`, "info", { word: "Undo", onAct: () => void putBack(path, undone) });
      then?.();
      router.refresh();
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return { takeAway, putBack };
}
