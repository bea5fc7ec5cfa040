import { size } from "./size";

export const SHEET_RULES = [size];
