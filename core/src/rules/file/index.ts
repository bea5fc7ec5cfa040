import { fontNotEmbedded } from "./font-not-embedded";
import { noLayers } from "./no-layers";
import { picturePage } from "./picture-page";
import { textAsStrokes } from "./text-as-strokes";

export const FILE_RULES = [noLayers, picturePage, textAsStrokes, fontNotEmbedded];
