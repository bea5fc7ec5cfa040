"use client";
import { useEffect, useState } from "react";
import { sendJson, wordsOf } from "../shared/api";

/** What the page of a link knows: the answer to its secret, what went wrong, and how the secret is used up. */
export interface Link<Answer> {
  answer: Answer | null;
  problem: string | null;
  /** Sends the secret with `more`, and goes on into the office. */
  use: (more: object) => Promise<void>;
}

/** Reads the secret behind the # of the page's address, which never reaches a server's log, and asks `path` what it opens. */
export function useLink<Answer>(path: string): Link<Answer> {
  const [secret, setSecret] = useState("");
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    const written = window.location.hash.slice(1);
    setSecret(written);
    sendJson<Answer>("PUT", path, { secret: written })
      .then(setAnswer)
      .catch((error: unknown) => setProblem(wordsOf(error)));
  }, [path]);
  const use = async (more: object): Promise<void> => {
    setProblem(null);
    try {
      await sendJson("POST", path, { secret, ...more });
      window.location.assign("/today");
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return { answer, problem, use };
}
