import { useState, type MouseEvent } from "react";
import { getBytes, wordsOf } from "./api";
import { useNotice } from "./Notice";
import { nameInAnswer, saveFile } from "./save-file";

/**
 * Links to files that the server makes: whether one is being made, and what to do when one is clicked. What the
 * server refuses is said in words, where a plain link would leave the page for the refusal. Opened in another tab,
 * a link is a plain link.
 */
export function useDownload(): { making: boolean; onLink: (event: MouseEvent, href: string) => void } {
  const notice = useNotice();
  const [making, setMaking] = useState(false);
  const fetched = async (href: string): Promise<void> => {
    setMaking(true);
    try {
      const { bytes, headers } = await getBytes(href);
      saveFile(bytes as BlobPart, nameInAnswer(headers));
    } catch (error) {
      notice(wordsOf(error), "error");
    } finally {
      setMaking(false);
    }
  };
  const onLink = (event: MouseEvent, href: string): void => {
    if (event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    if (!making) void fetched(href);
  };
  return { making, onLink };
}
