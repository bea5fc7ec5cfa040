/** So many pages are made before the code that makes them runs at its pace. */
const PAGES = 15;
/** Nobody waits longer for the start than this. Milliseconds. */
const LONGEST_MS = 5_000;

/**
 * Makes a page that anybody may see, again and again, so that the first people of the day do not wait for code that is
 * read and compiled for the first time. Whatever goes wrong is said to those who ask for pages.
 */
export async function warmUp(address: string): Promise<void> {
  const until = Date.now() + LONGEST_MS;
  for (let i = 0; i < PAGES && Date.now() < until; i++)
    await fetch(`${address}/sign-in`, { signal: AbortSignal.timeout(LONGEST_MS) })
      .then((response) => response.arrayBuffer())
      .catch(() => undefined);
}
