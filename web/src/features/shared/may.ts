import { createContext, useContext } from "react";
import type { Need } from "@/server/access/roles";

/** What who is signed in may do, as the server says; it refuses all else, so that the pages need not offer it. */
export const MayContext = createContext<readonly Need[]>([]);

/** Whether who is signed in may do something. */
export const useMay = (need: Need): boolean => useContext(MayContext).includes(need);
