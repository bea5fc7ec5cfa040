import { headHeight } from "./head-height";
import { level } from "./level";
import { openingWidth } from "./opening-width";
import { roomArea } from "./room-area";
import { slope } from "./slope";
import { wallThickness } from "./wall-thickness";

export const BUILD_RULES = [wallThickness, roomArea, openingWidth, slope, level, headHeight];
