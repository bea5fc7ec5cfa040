import type { Need } from "@/server/access/roles";

/** Who is signed in, as the rail and the finder know them. */
export interface Somebody {
  readonly name: string;
  readonly officeName: string;
  readonly may: readonly Need[];
}
