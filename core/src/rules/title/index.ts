import { differs } from "./differs";
import { empty } from "./empty";
import { tooLong } from "./too-long";

export const TITLE_RULES = [empty, differs, tooLong];
