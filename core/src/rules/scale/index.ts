import { barNotTrue } from "./bar-not-true";
import { missing } from "./missing";
import { noteNotDrawn } from "./note-not-drawn";
import { unlisted } from "./unlisted";

export const SCALE_RULES = [missing, unlisted, noteNotDrawn, barNotTrue];
