export type { NameCode, NameField, NameGrammar } from "./grammar";
export { meaningOf, parseName } from "./parse";
export type { NameFailure, NamePart, ParsedName } from "./parse";
export { buildName } from "./build";
export { matchesSomething, schemeFaults } from "./soundness";
export type { SchemeFault } from "./soundness";
export { suggestNames, Suggester, sureSuggestion } from "./suggest";
export type { Suggestion } from "./suggest";
export { DISCIPLINES, HYPHENATED_DISCIPLINE, ISO_13567, SHEET_NUMBERS } from "./schemes";
