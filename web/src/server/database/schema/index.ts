/** The tables, by area. */
export * from "./files";
export * from "./inspections";
export * from "./jobs";
export * from "./log";
export * from "./people";
export * from "./plan-sets";
export * from "./standard";
