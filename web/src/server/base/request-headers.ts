/** Headers that a request brings, from a handler or a page. */
export interface RequestHeaders {
  get(name: string): string | null;
}
