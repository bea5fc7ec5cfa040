import { defaultUsed } from "./default-used";
import { empty } from "./empty";
import { malformed } from "./malformed";
import { unregistered } from "./unregistered";

export const LAYER_RULES = [malformed, unregistered, defaultUsed, empty];
