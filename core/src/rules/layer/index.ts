import { defaultUsed } from "./default-used";
import { empty } from "./empty";
import { helperShowing } from "./helper-showing";
import { malformed } from "./malformed";
import { nearDuplicate } from "./near-duplicate";
import { order } from "./order";
import { unregistered } from "./unregistered";
import { wrongContent } from "./wrong-content";

export const LAYER_RULES = [
  malformed,
  unregistered,
  nearDuplicate,
  defaultUsed,
  helperShowing,
  wrongContent,
  order,
  empty,
];
