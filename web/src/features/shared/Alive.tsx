"use client";
import { useSyncExternalStore, type ReactNode } from "react";

const never = (): (() => void) => () => undefined;

/** Whether the page has come alive: until then nobody listens to what is typed. */
export const useAlive = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

/**
 * Fields and buttons that take nothing until they have come alive: what was typed or ticked in the page as the server
 * sent it would be lost when it does. What loads on its own needs its own.
 */
export function Alive({ children }: { children: ReactNode }) {
  const alive = useAlive();
  return (
    <fieldset role="presentation" disabled={!alive} style={{ display: "contents" }}>
      {children}
    </fieldset>
  );
}
