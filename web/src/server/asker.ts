import { headers } from "next/headers";
import { access, type Asker } from "./access/access";

/** Who looks at a page. */
export const asker = async (): Promise<Asker> => access(await headers(), false);
