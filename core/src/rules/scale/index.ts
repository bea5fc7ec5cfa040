import { unlisted } from "./unlisted";

export const SCALE_RULES = [unlisted];
