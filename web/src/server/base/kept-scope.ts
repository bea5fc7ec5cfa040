import { AsyncLocalStorage } from "node:async_hooks";

/**
 * What holds for all that one request sets off. It is kept by name for the whole process: our server, handlers and
 * pages are bundled apart from each other, and a scope of the module's own would be another one in each.
 */
export function keptScope<T>(name: string): AsyncLocalStorage<T> {
  const kept = globalThis as Record<symbol, unknown>;
  const key = Symbol.for(`hemstitch.scope.${name}`);
  kept[key] ??= new AsyncLocalStorage<T>();
  return kept[key] as AsyncLocalStorage<T>;
}
