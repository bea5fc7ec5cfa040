import { empty } from "./empty";
import { tooLong } from "./too-long";

export const TITLE_RULES = [empty, tooLong];
