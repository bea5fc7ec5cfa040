import tseslint from "typescript-eslint";

/** What each room of the core may not import: everything that stands above it. */
const FLOORS = [
  ["base"],
  ["quantity"],
  ["naming", "drawing"],
  ["standard", "formats"],
  ["recognise", "plot"],
  ["rules"],
  ["inspect"],
  ["mend", "sheet", "issue"],
  ["specimen", "tables"],
  ["report"],
];

const above = (room) => FLOORS.slice(FLOORS.findIndex((floor) => floor.includes(room)) + 1).flat();

const corePatterns = (room) => [
  {
    regex: `^(\\.\\./)+(${above(room).join("|")})(/|$)`,
    message: `In the core, ${room} stands below these; arrows point one way (docs/decisions/0001-house.md).`,
  },
  {
    regex: "^(react|next|@mui|drizzle-orm|pg)(/|$)|^node:",
    message: "The core knows nothing of screens, servers, databases or the machine.",
  },
];

const coreRooms = FLOORS.flat().map((room) => ({
  files: [`core/src/${room}/**/*.ts`],
  rules: {
    "no-restricted-imports": [
      "error",
      { patterns: above(room).length > 0 ? corePatterns(room) : corePatterns(room).slice(1) },
    ],
  },
}));

const WEB_PATTERN = { regex: "(^|/)(cli|demo)/src", message: "The web stands on the core alone." };

/** Rooms of the web's server, from the ground up: each stands on those before it, and knows none of those after. */
const SERVER_ROOMS = [
  "base",
  "database",
  "log",
  "people",
  "files",
  "work",
  "access",
  "queries",
  "making",
  "forms",
  "jobs",
  "bin",
  "upkeep",
  "http",
];
const serverRooms = SERVER_ROOMS.slice(0, -1).map((room, i) => {
  const above = SERVER_ROOMS.slice(i + 1).join("|");
  const message = `server/${room} stands below this: what both need goes further down.`;
  return {
    files: [`web/src/server/${room}/**/*.ts`],
    rules: {
      "no-restricted-imports": [
        "error",
        { patterns: [WEB_PATTERN, { regex: `^((\\.\\./)+|@/server/)(${above})/`, message }] },
      ],
    },
  };
});

/** What only types can tell: a promise that nobody waits for, a value of which nothing is known. */
const typeAware = {
  languageOptions: {
    parserOptions: {
      projectService: { allowDefaultProject: ["vitest.config.ts"] },
      tsconfigRootDir: import.meta.dirname,
    },
  },
  rules: {
    "@typescript-eslint/no-floating-promises": "error",
    "@typescript-eslint/no-misused-promises": ["error", { checksVoidReturn: { attributes: false } }],
    "@typescript-eslint/await-thenable": "error",
    "@typescript-eslint/no-unsafe-argument": "error",
    "@typescript-eslint/no-unsafe-assignment": "error",
    "@typescript-eslint/no-unsafe-call": "error",
    "@typescript-eslint/no-unsafe-member-access": "error",
    "@typescript-eslint/no-unsafe-return": "error",
  },
};

export default tseslint.config(
  {
    ignores: [
      "**/node_modules/**",
      "**/.next/**",
      "**/dist/**",
      "web/public/picture/**",
      ".data/**",
      "web/next-env.d.ts",
    ],
  },
  ...tseslint.configs.recommended,
  {
    files: ["**/*.{ts,tsx}"],
    extends: [typeAware],
  },
  {
    linterOptions: { reportUnusedDisableDirectives: "error" },
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/no-explicit-any": "error",
      "no-console": "error",
      eqeqeq: "error",
    },
  },
  {
    files: ["**/*.test.ts", "e2e/**/*.ts", "core/test/**/*.ts"],
    rules: {
      "@typescript-eslint/no-non-null-assertion": "off",
      // The matchers of the test runner, `expect.stringContaining` and the like, are typed as anything.
      "@typescript-eslint/no-unsafe-assignment": "off",
    },
  },
  ...coreRooms,
  {
    files: ["core/src/**/*.ts"],
    ignores: ["core/src/node/**"],
    rules: { "no-restricted-globals": ["error", "window", "document", "process", "Buffer"] },
  },
  {
    files: ["cli/**/*.ts"],
    rules: {
      "no-restricted-imports": [
        "error",
        { patterns: [{ regex: "web/|demo/", message: "The command line is the core and files." }] },
      ],
    },
  },
  {
    files: ["web/src/**/*.{ts,tsx}"],
    rules: {
      "no-restricted-imports": ["error", { patterns: [WEB_PATTERN] }],
    },
  },
  ...serverRooms,
);
