/**
 * Shown for what loads on its own and is in the page from the beginning. It also bounds the waiting: without it,
 * React would hide all that stands around until the part has come.
 */
export const NOTHING_YET = (): null => null;
