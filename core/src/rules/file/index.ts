import { noLayers } from "./no-layers";

export const FILE_RULES = [noLayers];
