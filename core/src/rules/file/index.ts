import { noLayers } from "./no-layers";
import { textAsStrokes } from "./text-as-strokes";

export const FILE_RULES = [noLayers, textAsStrokes];
