import { databaseFault } from "./server/database/faults";
import { noteAway } from "./server/base/incoming";

/** Next.js tells every error that ends the making of a page; one of a database that is away is answered as such. */
export function onRequestError(error: unknown): void {
  if (databaseFault(error) === "away") noteAway();
}
